package chaperone.connect.conversation;

/** Where a device listens. */
public record Endpoint(String host, int port) {

    /** @throws IllegalArgumentException if the port is not from 1 to 65535 */
    public Endpoint {
        if (port < 1 || port > 65_535) throw new IllegalArgumentException("Port " + port + " must be from 1 to 65535");
    }

    @Override
    public String toString() {
        return host.contains(":") ? "[" + host + "]:" + port : host + ":" + port;
    }
}
