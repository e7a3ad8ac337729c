package chaperone.core.origin;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.Map;
import java.util.Optional;

/**
 * The form of log messages that RFC 3164 found in use: a priority, a moment without a year, a host, and a tag before the
 * text. Many devices leave out moment, host or tag; what is left is text then (section 4.3).
 */
final class OlderLogMessage {
    private static final Pattern PRIORITY = Pattern.compile("^<\\d{1,3}>");
    private static final Pattern HEADER = Pattern.compile("^[A-Z][a-z]{2} [ \\d]\\d \\d{2}:\\d{2}:\\d{2} ([^ ]+) ");
    private static final Pattern TAG = Pattern.compile("^([A-Za-z0-9_./-]{1,32})(?:\\[\\d{1,10}\\])?: ?");
    /** The newer form says its version behind the priority, and is not to be taken for a text of this one. */
    private static final Pattern VERSION = Pattern.compile("^[1-9]\\d{0,2} ");

    private OlderLogMessage() {}

    static Optional<LogMessage> read(String text) {
        Matcher priority = PRIORITY.matcher(text);
        if (!priority.find()) return Optional.empty();
        String rest = text.substring(priority.end());
        if (VERSION.matcher(rest).find()) return Optional.empty();
        Matcher header = HEADER.matcher(rest);
        String host = header.find() ? header.group(1) : "";
        String content = host.isEmpty() ? rest : rest.substring(header.end());
        Matcher tag = TAG.matcher(content);
        boolean hasTag = !host.isEmpty() && tag.find();
        String program = hasTag ? tag.group(1) : "";
        String said = (hasTag ? content.substring(tag.end()) : content).strip();
        return said.isEmpty() ? Optional.empty() : Optional.of(new LogMessage(host, program, "", Map.of(), said));
    }
}
