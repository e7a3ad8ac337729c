package chaperone.server.event;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** An event as it reaches a process: its kind and the number of what it is about. */
public record ServerEvent(String kind, long id) {
    private static final Pattern FORM = Pattern.compile("([a-z-]{1,40}) (\\d{1,18})");

    /** Nothing if it is none of ours: anybody with the database's password can say something there. */
    static Optional<ServerEvent> read(String message) {
        Matcher form = FORM.matcher(message);
        return form.matches()
                ? Optional.of(new ServerEvent(form.group(1), Long.parseLong(form.group(2))))
                : Optional.empty();
    }
}
