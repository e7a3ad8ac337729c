package chaperone.server.event;

/** An event as it reaches a process: its kind and the number of what it is about. */
public record Heard(String kind, long id) {
    static Heard read(String message) {
        String[] parts = message.split(" ");
        return new Heard(parts[0], Long.parseLong(parts[1]));
    }
}
