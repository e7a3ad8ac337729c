package chaperone.server.syslog;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.connect.Connector;
import chaperone.connect.DeviceEdit;
import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationListener;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
import chaperone.server.Settings;
import chaperone.server.account.Role;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyStore;
import java.util.List;
import java.util.Map;
import javax.net.SocketFactory;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.boot.ssl.DefaultSslBundleRegistry;
import org.springframework.boot.ssl.SslBundle;
import org.springframework.boot.ssl.SslStoreBundle;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Devices say by their own log messages, over UDP, that they were edited. */
@Timeout(120)
class SyslogChangeListenerTest {
    private static final int PORT = DevicePorts.next();

    private static TestServer server;
    private static Api engineer;
    private static TestSyslog log;
    private static SyslogCounters counts;

    @BeforeAll
    static void start() {
        server = TestServer.start(PORT);
        engineer = server.as(Role.ENGINEER);
        server.bringIn(engineer, "127.20.1.21\n127.20.1.2\n");
        engineer.put("/api/sites/brackwater", Map.of("name", "Brackwater"));
        engineer.post("/api/devices/edit", Map.of("devices", List.of("brkw-acc-1"), "site", "Brackwater"));
        log = TestSyslog.start(server, PORT);
        counts = log.counts();
    }

    @AfterAll
    static void stop() {
        log.close();
        server.close();
    }

    /** All families are tried where it is found out who edited. */
    @Test
    void aDeviceIsCopiedAtItsWord() {
        isCopiedWithinSecondsOfItsOwnMessage("brkw-rtr-1", "altamont", "put ports lan-2 text \"ice house\"");
    }

    private static void isCopiedWithinSecondsOfItsOwnMessage(String device, String platform, String line) {
        assertThat(engineer.copy(device)).isIn("NEW_REVISION", "NOTHING_NEW");
        int known = revisions(device);
        edit(device, Platforms.shipped().get(platform), line);
        TestServer.await(() -> revisions(device) == known + 1, device + " was copied by itself");
        List<String> events =
                engineer.get("/api/devices/" + device + "/events").json(200).findValuesAsString("kind");
        assertThat(events).contains("EDITED");
    }

    /** A device may give itself a longer name, its address, another name, or nothing that anybody knows. */
    @ParameterizedTest
    @CsvSource(textBlock = """
        brkw-acc-1.tern.example, 127.20.1.21
        127.20.1.21,             127.20.1.21
        corvane,                 127.20.1.21
        brkw-rtr-1,              127.20.1.21
        -,                       127.20.1.21
        """)
    void isKnownByItsAddress(String host, String from) throws IOException {
        long before = edits("brkw-acc-1");
        log.send(edited(host), from);
        TestServer.await(() -> edits("brkw-acc-1") == before + 1, host + " was known");
        assertThat(engineer.get("/api/devices/brkw-acc-1/events").json(200).findValuesAsString("after"))
                .contains("claimed: account r.anand; message from 127.20.1.21");
        TestServer.await(() -> !isWaiting("brkw-acc-1"), "what it says next is news");
    }

    /** Its site says how many may be talked to at once, and no transaction is open then. */
    @Test
    void itsSiteIsKnownHoweverItWasFound() {
        Fleet fleet = server.context().getBean(Fleet.class);
        Device known = fleet.get("brkw-acc-1");
        assertThat(List.of(
                        known,
                        fleet.find(known.id()).orElseThrow(),
                        fleet.at(known.host(), known.port()).orElseThrow(),
                        fleet.sender("-", known.host()).orElseThrow().device()))
                .extracting(Device::siteName)
                .containsOnly("Brackwater");
    }

    /** Anybody can send such a message: it names no one, and all it does is to have the device looked at. */
    @ParameterizedTest
    @ValueSource(strings = {"brkw-acc-1", "brkw-acc-1.tern.example", "127.20.1.21"})
    void whatComesFromElsewhereIsHearsay(String host) throws IOException {
        long before = edits("brkw-acc-1");
        log.send(edited(host), "127.0.0.1");
        TestServer.await(() -> isWaiting("brkw-acc-1"), "it is to be looked at");
        TestServer.await(() -> !isWaiting("brkw-acc-1"), "it is looked at");
        assertThat(edits("brkw-acc-1")).isEqualTo(before);
    }

    /** The look comes all the same, and the next message is heard again. */
    @Test
    void whatCannotBeNotedMakesNobodyDeaf() throws IOException {
        JdbcClient database = server.context().getBean(JdbcClient.class);
        database.sql("alter table device_event add constraint no_notes check (kind <> 'EDITED') not valid")
                .update();
        try {
            for (int i = 0; i < 2; i++) {
                log.send(edited("brkw-acc-1"), "127.20.1.21");
                TestServer.await(() -> isWaiting("brkw-acc-1"), "it is to be looked at");
                TestServer.await(() -> !isWaiting("brkw-acc-1"), "it is looked at");
            }
        } finally {
            database.sql("alter table device_event drop constraint no_notes").update();
        }
    }

    /** Nothing is lost unnoticed: what was sent is what came, and what the system says that it dropped. */
    @Test
    void aFloodIsCounted() throws IOException {
        SyslogCounters.LogCountsView before = counts.view();
        int sent = 30_000;
        byte[] bytes = "<189>1 - nobody corvane - OTHER - x".getBytes(StandardCharsets.UTF_8);
        try (DatagramSocket socket = new DatagramSocket(new InetSocketAddress("127.0.0.1", 0))) {
            for (int i = 0; i < sent; i++)
                socket.send(new DatagramPacket(bytes, bytes.length, new InetSocketAddress("127.0.0.1", PORT)));
        }
        TestServer.await(
                () -> {
                    SyslogCounters.LogCountsView now = counts.view();
                    long came = now.received() - before.received();
                    return came + now.droppedBySystem() - before.droppedBySystem() >= sent;
                },
                "every message is accounted for");
        assertThat(counts.view().received() - before.received()).isGreaterThan(sent / 2);
    }

    /** One device that says too much fills nothing, and what is not kept of it is told. */
    @Test
    void aFloodOfLogInsIsBoundedAndCounted() throws IOException {
        SyslogCounters.LogCountsView before = counts.view();
        long kept = traces();
        int sent = 10_000;
        try (DatagramSocket socket = new DatagramSocket(new InetSocketAddress("127.20.1.21", 0))) {
            for (int i = 0; i < sent; i++) {
                byte[] bytes = ("<189>1 - brkw-acc-1 corvane - LOGIN [s@32473 account=\"guest-" + i + "\"] log-in")
                        .getBytes(StandardCharsets.UTF_8);
                socket.send(new DatagramPacket(bytes, bytes.length, new InetSocketAddress("127.0.0.1", PORT)));
            }
        }
        TestServer.await(
                () -> {
                    SyslogCounters.LogCountsView now = counts.view();
                    long lost = now.dropped() - before.dropped() + now.droppedBySystem() - before.droppedBySystem();
                    long told = traces() - kept + now.notNoted() - before.notNoted();
                    return told + lost >= sent;
                },
                "every log-in is kept, or told as lost or not kept");
        assertThat(traces() - kept).isBetween(1L, 3L * TraceLimit.MOST);
    }

    private static long traces() {
        return server.context()
                .getBean(JdbcClient.class)
                .sql("select count(*) from device_trace")
                .query(Long.class)
                .single();
    }

    /** By TCP and by TLS, in both framings; two on one connection. */
    @Test
    void isHeardByStreamsToo() throws Exception {
        SslBundle certificate = SslBundle.of(SslStoreBundle.of(selfSigned(), "changeit", null));
        SyslogStreams streams = new SyslogStreams(
                new Settings.Log("127.0.0.1", 0, PORT + 20_000, PORT + 20_001, "log"),
                new DefaultSslBundleRegistry("log", certificate),
                log.listener());
        streams.start();
        try {
            long before = counts.view().received();
            String text = edited("brkw-acc-1");
            try (Socket plain = from("127.20.1.21", SocketFactory.getDefault(), PORT + 20_000)) {
                plain.getOutputStream().write((text + "\n" + text.length() + " " + text).getBytes());
            }
            TestServer.await(() -> counts.view().received() == before + 2, "both came");
            TestServer.await(() -> isWaiting("brkw-acc-1"), "it is to be looked at");
            TestServer.await(() -> !isWaiting("brkw-acc-1"), "what it says next is news");
            long edits = edits("brkw-acc-1");
            try (Socket secure = from("127.20.1.21", trusting(certificate), PORT + 20_001)) {
                secure.getOutputStream().write((text.length() + " " + text).getBytes());
                secure.getOutputStream().flush();
                TestServer.await(() -> edits("brkw-acc-1") == edits + 1, "it was heard by TLS");
            }
            // Whoever speaks no TLS there is cut off, and nobody else is.
            try (Socket rude = from("127.0.0.1", SocketFactory.getDefault(), PORT + 20_001)) {
                rude.getOutputStream().write("<1>hello\n".getBytes());
                assertThat(rude.getInputStream().readAllBytes()).isNotNull();
            }
        } finally {
            streams.stop();
        }
        TestServer.await(() -> !isWaiting("brkw-acc-1"), "it is looked at");
    }

    private static Socket from(String address, SocketFactory sockets, int port) throws IOException {
        return sockets.createSocket(InetAddress.getByName("127.0.0.1"), port, InetAddress.getByName(address), 0);
    }

    private static SocketFactory trusting(SslBundle certificate) throws Exception {
        TrustManagerFactory trust = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        trust.init(certificate.getStores().getKeyStore());
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(null, trust.getTrustManagers(), null);
        return context.getSocketFactory();
    }

    private static KeyStore selfSigned() throws Exception {
        Path store = Files.createTempDirectory("chaperone-log").resolve("log.p12");
        Process keytool = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "keytool")
                                .toString(),
                        "-genkeypair",
                        "-alias",
                        "log",
                        "-keyalg",
                        "EC",
                        "-dname",
                        "CN=log",
                        "-storetype",
                        "PKCS12",
                        "-storepass",
                        "changeit",
                        "-keystore",
                        store.toString())
                .start();
        assertThat(keytool.waitFor()).isZero();
        return KeyStore.getInstance(store.toFile(), "changeit".toCharArray());
    }

    private static String edited(String host) {
        return "<189>1 2026-11-24T10:00:00Z " + host + " corvane - EDITED [session@32473 account=\"r.anand\"] edited";
    }

    private static long edits(String device) {
        return engineer.get("/api/devices/" + device + "/events").json(200).findValuesAsString("kind").stream()
                .filter("EDITED"::equals)
                .count();
    }

    private static boolean isWaiting(String device) {
        long id = server.context().getBean(Fleet.class).get(device).id();
        return server.context().getBean(SyslogChangeListener.class).isWaiting(id);
    }

    @Test
    void messagesThatMeanNothingAreHarmless() throws IOException {
        int known = revisions("brkw-acc-1");
        for (String text : List.of(
                "",
                "hello",
                "<189>1 - brkw-acc-1 corvane - LOGIN - log-in",
                "<189>1 - nobody corvane - EDITED - x",
                "\u0000".repeat(3000))) log.send(text, "127.0.0.1");
        isCopiedWithinSecondsOfItsOwnMessage("brkw-rtr-1", "altamont", "put ports lan-2 text \"net loft\"");
        assertThat(revisions("brkw-acc-1")).isEqualTo(known);
    }

    /** As a person would, over the device's own protocol. */
    private static void edit(String device, Platform platform, String line) {
        Fleet fleet = server.context().getBean(Fleet.class);
        try (Conversation conversation = server.context()
                .getBean(Connector.class)
                .open(fleet.target(fleet.get(device)), platform, ConversationListener.NONE)) {
            DeviceEdit.apply(conversation, platform.edit().orElseThrow(), List.of(line));
        }
    }

    private static int revisions(String device) {
        return engineer.get("/api/devices/" + device + "/revisions").json(200).size();
    }
}
