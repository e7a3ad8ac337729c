package chaperone.core.platform;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Entries of a platform's YAML that were called otherwise once. They are not read any more, only named. */
public final class RenamedKeys {
    /** By the path of the block as it is called now, a point, and the former name. */
    private static final Map<String, String> NEW_NAMES = Map.ofEntries(
            Map.entry(".reached-by", "protocol"),
            Map.entry(".own-page", "web-page"),
            Map.entry("shell.raise", "privilege"),
            Map.entry("shell.page", "paging"),
            Map.entry("shell.refusal", "error"),
            Map.entry("shell.leave", "logout"),
            Map.entry("shell.privilege.asks", "password-prompt"),
            Map.entry("shell.paging.ends-with", "more-prompt"),
            Map.entry("shell.paging.next", "next-key"),
            Map.entry("shell.telnet.asks-account", "account-prompt"),
            Map.entry("shell.telnet.asks-password", "password-prompt"),
            Map.entry("shell.telnet.refused", "login-refused"),
            Map.entry("configuration.odd-parts", "on-syntax-error"),
            Map.entry("configuration.comment-from", "comment-start"),
            Map.entry("configuration.comment-to", "comment-end"),
            Map.entry("files.way", "protocol"),
            Map.entry("edit.begin", "enter"),
            Map.entry("edit.each", "line"),
            Map.entry("edit.finish", "apply"),
            Map.entry("edit.abandon", "abort"));

    private static final Pattern ENTRY = Pattern.compile("(?P<indent> *(?:- +)?)(?P<key>[a-z-]+)(?P<rest>:(?: .*)?)");

    private record Block(int indent, String name) {}

    private RenamedKeys() {}

    /** The name that an entry has now, if it had this one. */
    static Optional<String> nowCalled(String block, String former) {
        return Optional.ofNullable(NEW_NAMES.get(block + "." + former));
    }

    /** The text with today's names for its entries, wherever they begin a line; all else stays as it is. */
    public static String renamedIn(String yaml) {
        Deque<Block> blocks = new ArrayDeque<>();
        return Stream.of(yaml.split("\n", -1))
                .map(line -> renamed(line, blocks))
                .collect(Collectors.joining("\n"));
    }

    private static String renamed(String line, Deque<Block> blocks) {
        if (line.endsWith("\r")) return renamed(line.substring(0, line.length() - 1), blocks) + "\r";
        Matcher entry = ENTRY.matcher(line);
        if (!entry.matches()) return line;
        int indent = entry.group("indent").length();
        while (!blocks.isEmpty() && blocks.peek().indent() >= indent) blocks.pop();
        String path = blocks.isEmpty() ? "" : blocks.peek().name();
        String name = nowCalled(path, entry.group("key")).orElse(entry.group("key"));
        blocks.push(new Block(indent, path.isEmpty() ? name : path + "." + name));
        return entry.group("indent") + name + entry.group("rest");
    }
}
