package chaperone.standins;

import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * Sends what happens on the devices as syslog (RFC 5424) over UDP (RFC 5426). The structured data carry the enterprise
 * number 32473, which RFC 5612 keeps for documentation.
 */
public final class Syslog {
    private static final int LOCAL7_NOTICE = 23 * 8 + 5;

    private final InetSocketAddress collector;
    private final Clock clock;

    Syslog(InetSocketAddress collector, Clock clock) {
        this.collector = collector;
        this.clock = clock;
    }

    /** Whose message it is: a host, the program on it, and the address that it sends from. */
    record Sender(String host, String program, InetAddress address) {}

    /** What a device says of somebody: a host, the program on it, and the kind of message (MSGID). */
    public record Message(String host, String program, String kind, Map<String, String> data, String text) {

        /** As it goes over the line at a moment. */
        public String at(Instant moment) {
            String fields = data.entrySet().stream()
                    .sorted(Map.Entry.comparingByKey())
                    .map(entry -> " " + entry.getKey() + "=\"" + escaped(entry.getValue()) + "\"")
                    .collect(Collectors.joining());
            return "<" + LOCAL7_NOTICE + ">1 " + moment.truncatedTo(ChronoUnit.MILLIS) + " " + host + " " + program
                    + " - " + kind + " [session@32473" + fields + "] " + text;
        }
    }

    /** One message; a message that cannot be sent is lost, as UDP has it. */
    void send(Sender sender, String kind, Map<String, String> data, String text) {
        String message = new Message(sender.host(), sender.program(), kind, data, text).at(clock.instant());
        byte[] bytes = message.getBytes(StandardCharsets.UTF_8);
        try (DatagramSocket socket = new DatagramSocket(new InetSocketAddress(sender.address(), 0))) {
            socket.send(new DatagramPacket(bytes, bytes.length, collector));
        } catch (IOException e) {
            org.slf4j.LoggerFactory.getLogger(Syslog.class).debug("Log message lost: {}", message, e);
        }
    }

    /** RFC 5424, section 6.3.3. */
    private static String escaped(String value) {
        return value.replace("\\", "\\\\").replace("\"", "\\\"").replace("]", "\\]");
    }
}
