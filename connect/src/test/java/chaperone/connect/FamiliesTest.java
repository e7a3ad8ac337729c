package chaperone.connect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import chaperone.connect.Connector.Met;
import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.conversation.Login;
import chaperone.connect.conversation.Patience;
import chaperone.connect.conversation.Target;
import chaperone.connect.file.FileSource;
import chaperone.connect.file.FileTransfer;
import chaperone.connect.file.TransferProgress;
import chaperone.connect.file.TransferredFile;
import chaperone.core.config.ConfigBytes;
import chaperone.core.config.ConfigDocument;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
import chaperone.core.table.Table;
import chaperone.core.table.TableReader;
import chaperone.standins.StandIn;
import chaperone.standins.device.Fault;
import java.io.ByteArrayOutputStream;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.util.EnumSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicLong;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.parallel.ResourceLock;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;
import org.junit.jupiter.params.provider.EnumSource;

/** The same for every family: what one can do with a device, and what each fault of a device leads to. */
@Timeout(120)
@ResourceLock(Family.STAND_INS)
// The longest begins first, so that nothing waits for it alone in the end.
@Order(1)
class FamiliesTest {
    private static final Platforms PLATFORMS = Platforms.shipped();
    /** Where it is the time that has to run out. */
    private static final Patience SHORT = new Patience(
            Duration.ofSeconds(2),
            Duration.ofSeconds(20),
            Duration.ofSeconds(2),
            Duration.ofSeconds(2),
            Duration.ofSeconds(50),
            8_000_000);

    private static final Set<FailureKind> BY_TIME =
            EnumSet.of(FailureKind.NO_ANSWER, FailureKind.FELL_SILENT, FailureKind.UNEXPECTED_PROMPT);

    private static Connector connector;
    private static Connector hasty;

    @BeforeAll
    static void start() {
        Family.start();
        connector = Family.connector();
        hasty = new Connector(SHORT);
    }

    @AfterAll
    static void stop() {
        Family.stop();
        hasty.close();
    }

    @AfterEach
    void noSessionIsLeft() {
        for (Family family : Family.values()) {
            StandIn device = family.standIn();
            for (Fault fault : Fault.values()) device.clear(fault);
            await(device::isUp, device.name() + " is up");
            await(() -> device.sessions() == 0, device.name() + " has no session left");
        }
    }

    private static void await(java.util.function.BooleanSupplier condition, String what) {
        long end = System.nanoTime() + Duration.ofSeconds(30).toNanos();
        while (!condition.getAsBoolean() && System.nanoTime() < end) Thread.yield();
        assertThat(condition.getAsBoolean()).as(what).isTrue();
    }

    @ParameterizedTest
    @EnumSource
    void isRecognisedByWhatItSays(Family family) {
        // Whoever has a command line that is known is not taken for any other device with NETCONF.
        List<Platform> candidates = family == Family.ALTAMONT_BY_NETCONF
                ? List.of(family.platform())
                : Connector.recognisable(PLATFORMS.all());
        Met met = connector.meet(family.target(), candidates, ConversationListener.NONE);
        assertThat(met.platform().name()).isEqualTo(family.platform);
        assertThat(met.facts().name()).contains(family.device);
        assertThat(met.facts().model())
                .contains(family.standIn().device().chassis().hardware().model());
        assertThat(met.facts().serial())
                .contains(family.standIn().device().chassis().hardware().serial());
        assertThat(met.facts().release())
                .contains(family.standIn().device().chassis().release());
        assertThat(met.identity().isEmpty()).isEqualTo(family == Family.CORVANE_BY_TELNET);
    }

    @ParameterizedTest
    @EnumSource
    void copiesBothConfigurations(Family family) {
        RetrievedCopy copy = copy(family);
        assertThat(settled(family, copy.running())).isEqualTo(settled(family, shown(family)));
        assertThat(copy.saved().isPresent())
                .isEqualTo(family.platform().copy().saved().isPresent());
        copy.saved().ifPresent(saved -> assertThat(settled(family, saved)).isEqualTo(settled(family, copy.running())));
        assertThat(family.platform().grammar().read(copy.running()).problems()).isEmpty();
    }

    @ParameterizedTest
    @EnumSource
    void readsEveryTable(Family family) {
        var around = family.standIn().device().chassis().neighbourhood();
        try (Conversation conversation = family.open()) {
            for (TableReader reader : family.platform().tables()) {
                Table table = reader.read(conversation.ask(reader.request()));
                int expected = switch (reader.kind()) {
                    case ROUTES -> around.routes().size();
                    case ARP -> around.arp().size();
                    case MACS -> around.macs().size();
                    case NEIGHBOURS -> around.neighbours().size();
                };
                assertThat(table.rows()).as(reader.kind().toString()).hasSize(expected);
                assertThat(table.rows()).noneMatch(row -> row.cells().contains(""));
            }
        }
        boolean tellsTables = family != Family.ALTAMONT_BY_NETCONF;
        assertThat(family.platform().tables()).hasSize(tellsTables ? 4 : 0);
    }

    @ParameterizedTest
    @EnumSource(
            mode = EnumSource.Mode.EXCLUDE,
            names = {"CORVANE_BY_TELNET", "ALTAMONT_BY_NETCONF"})
    void sendsAFileAndFetchesItBack(Family family) {
        byte[] content = new byte[300_000];
        new Random(7).nextBytes(content);
        try (FileTransfer files =
                connector.files(family.target(), family.platform().files().orElseThrow())) {
            List<Long> moved = new CopyOnWriteArrayList<>();
            TransferredFile sent =
                    files.sendAndCompare("notes-1.bin", FileSource.of(content), (bytes, rate) -> moved.add(bytes));
            assertThat(sent.size()).isEqualTo(content.length);
            assertThat(sent.sha256()).isEqualTo(sha256(content));
            assertThat(moved).last().isEqualTo((long) content.length);
            ByteArrayOutputStream back = new ByteArrayOutputStream();
            assertThat(files.fetch("notes-1.bin", back, content.length, TransferProgress.NONE))
                    .isEqualTo(sent);
            assertThat(back.toByteArray()).isEqualTo(content);
            assertThat(failureOf(() -> files.fetch(
                            "notes-1.bin", OutputStream.nullOutputStream(), content.length - 1, TransferProgress.NONE)))
                    .isEqualTo(FailureKind.TOO_LONG);
        }
        try (FileTransfer files =
                connector.files(family.target(), family.platform().files().orElseThrow())) {
            assertThat(failureOf(() -> files.send("stopped.bin", FileSource.of(content), (bytes, rate) -> false)))
                    .isEqualTo(FailureKind.STOPPED);
        }
        try (FileTransfer files =
                connector.files(family.target(), family.platform().files().orElseThrow())) {
            assertThat(failureOf(() ->
                            files.fetch("no-such-file", OutputStream.nullOutputStream(), 100, TransferProgress.NONE)))
                    .isEqualTo(FailureKind.TRANSFER_REFUSED);
        }
        assertThat(family.standIn().device().chassis().storage().read("notes-1.bin"))
                .hasValueSatisfying(stored -> assertThat(stored).isEqualTo(content));
    }

    @ParameterizedTest
    @EnumSource(
            mode = EnumSource.Mode.EXCLUDE,
            names = {"CORVANE_BY_TELNET", "ALTAMONT_BY_NETCONF"})
    void aFullDeviceAndADamagedFileAreNoticed(Family family) {
        try (FileTransfer files =
                connector.files(family.target(), family.platform().files().orElseThrow())) {
            family.standIn().set(Fault.STORAGE_FULL, 0);
            assertThat(failureOf(() -> files.send("big.bin", FileSource.of(new byte[100_000]), TransferProgress.NONE)))
                    .isEqualTo(FailureKind.TRANSFER_REFUSED);
            family.standIn().clear(Fault.STORAGE_FULL);
            family.standIn().set(Fault.CORRUPTS_FILE, 0);
            assertThat(failureOf(() -> files.sendAndCompare(
                            "notes-2.bin",
                            FileSource.of("abc".getBytes(StandardCharsets.UTF_8)),
                            TransferProgress.NONE)))
                    .isEqualTo(FailureKind.FILE_DIFFERS);
        }
    }

    private static String sha256(byte[] content) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    @ParameterizedTest
    @EnumSource(
            mode = EnumSource.Mode.EXCLUDE,
            names = {"CORVANE_BY_TELNET", "ALTAMONT_BY_NETCONF"})
    void aTransferThatIsStoppedEndsInTheMiddle(Family family) {
        try (FileTransfer files =
                connector.files(family.target(), family.platform().files().orElseThrow())) {
            AtomicLong read = new AtomicLong();
            FileSource long_ = new FileSource() {
                @Override
                public long size() {
                    return 60_000_000;
                }

                @Override
                public InputStream open() {
                    return new InputStream() {
                        @Override
                        public int read() {
                            if (read.incrementAndGet() == 1_000_000) files.stop();
                            return 7;
                        }
                    };
                }
            };
            assertThat(failureOf(() -> files.send("long.bin", long_, TransferProgress.NONE)))
                    .isEqualTo(FailureKind.STOPPED);
            assertThat(read.get()).isLessThan(30_000_000);
        }
    }

    /** The table of docs/faults.md: what a fault leads to when a device is copied. */
    @ParameterizedTest
    @CsvFileSource(resources = "/faults.csv", numLinesToSkip = 1)
    void aFaultHasItsOutcome(Family family, Fault fault, int number, String outcome) {
        family.standIn().set(fault, number);
        if (outcome.equals("COPIED")) {
            assertThat(copy(family).running()).isNotEmpty();
        } else {
            FailureKind kind = FailureKind.valueOf(outcome);
            Connector by = BY_TIME.contains(kind) ? hasty : connector;
            assertThat(failureOf(() -> copy(family, by))).isEqualTo(kind);
        }
        // Whatever befalls one, others go on.
        Family other = family == Family.CORVANE ? Family.ALTAMONT : Family.CORVANE;
        assertThat(copy(other).running()).isNotEmpty();
    }

    @ParameterizedTest
    @EnumSource
    void bytesThatAreNotUtf8ComeThrough(Family family) {
        if (family == Family.ALTAMONT_BY_NETCONF) return;
        family.standIn().set(Fault.NOT_UTF8, 0);
        assertThat(ConfigBytes.encode(copy(family).running())).contains((byte) 0xE4, (byte) 0xFF);
    }

    @ParameterizedTest
    @EnumSource(mode = EnumSource.Mode.EXCLUDE, names = "ALTAMONT_BY_NETCONF")
    void fiftyThousandLinesComeThrough(Family family) {
        family.standIn().set(Fault.HUGE, 0);
        assertThat(copy(family).running().lines().count()).isBetween(49_000L, 61_000L);
    }

    @ParameterizedTest
    @EnumSource
    void aDeviceThatRestartsComesBackWithWhatWasSaved(Family family) {
        family.standIn().device().save();
        String before = settled(family, shown(family));
        family.standIn().set(Fault.STAYS_AWAY, 0);
        family.standIn().restart();
        assertThat(failureOf(() -> copy(family, hasty))).isIn(FailureKind.NO_ANSWER, FailureKind.PORT_CLOSED);
        family.standIn().clear(Fault.STAYS_AWAY);
        await(family.standIn()::isUp, "it is back");
        assertThat(settled(family, copy(family).running())).isEqualTo(settled(family, shown(family)));
        assertThat(settled(family, shown(family))).isEqualTo(before);
    }

    @ParameterizedTest
    @EnumSource(mode = EnumSource.Mode.EXCLUDE, names = "CORVANE_BY_TELNET")
    void anotherKeyOrCertificateStopsBeforeThePasswordIsSent(Family family) {
        String other = "SHA256:AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA";
        ConversationException failure = catchThrowableOfType(
                ConversationException.class,
                () -> RetrievedCopy.from(
                        connector.open(family.target(Optional.of(other)), family.platform(), ConversationListener.NONE),
                        family.platform()));
        assertThat(failure.kind())
                .isEqualTo(family == Family.PELLON ? FailureKind.CERTIFICATE_CHANGED : FailureKind.HOST_KEY_CHANGED);
        assertThat(failure.seen()).contains(other).contains("shown was SHA256:");
    }

    @Test
    void telnetIsOffUnlessItIsAllowed() {
        Target notAllowed = new Target(Family.CORVANE_BY_TELNET.target().endpoint(), Family.LOGIN, Optional.empty());
        assertThat(failureOf(() -> hasty.open(notAllowed, PLATFORMS.get("corvane"), ConversationListener.NONE)))
                .isEqualTo(FailureKind.TELNET_NOT_ALLOWED);
        assertThat(failureOf(() -> hasty.meet(notAllowed, PLATFORMS.all(), ConversationListener.NONE)))
                .isEqualTo(FailureKind.TELNET_NOT_ALLOWED);
    }

    @Test
    void wrongPasswordByTelnetIsARefusedLogIn() {
        Target wrong = new Target(
                Family.CORVANE_BY_TELNET.target().endpoint(), new Login("chaperone", "no", ""), Optional.empty(), true);
        assertThat(failureOf(() -> connector.open(wrong, PLATFORMS.get("corvane"), ConversationListener.NONE)))
                .isEqualTo(FailureKind.LOGIN_REFUSED);
    }

    private static RetrievedCopy copy(Family family) {
        return copy(family, connector);
    }

    private static RetrievedCopy copy(Family family, Connector connector) {
        try (Conversation conversation = family.open(connector)) {
            return RetrievedCopy.from(conversation, family.platform());
        }
    }

    /** What the device shows, by its own engine; by NETCONF it shows the same tree as XML. */
    private static String shown(Family family) {
        if (family != Family.ALTAMONT_BY_NETCONF) {
            return ConfigBytes.decode(family.standIn().device().runningText().getBytes(StandardCharsets.ISO_8859_1));
        }
        return copy(family).running();
    }

    private static String settled(Family family, String text) {
        Platform platform = family.platform();
        return String.join(
                "\n",
                platform.noise()
                        .in(ConfigDocument.read(platform.grammar(), text))
                        .lines());
    }

    private static FailureKind failureOf(ThrowingCallable call) {
        ConversationException failure = catchThrowableOfType(ConversationException.class, call);
        assertThat(failure).as("it should have failed").isNotNull();
        return failure.kind();
    }
}
