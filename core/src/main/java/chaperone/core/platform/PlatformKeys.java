package chaperone.core.platform;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Every entry that a platform's YAML may have, block by block: what the reader allows and what an editor proposes. */
public final class PlatformKeys {
    /** @param says what the entry is for, in a few words; {@code example} is a value as it could stand there */
    public record Key(String name, String says, String example) {}

    private static final Map<String, List<Key>> BLOCKS = new LinkedHashMap<>();

    static {
        block(
                "",
                key("platform", "the name by which devices refer to it", "harbour-switch"),
                key("title", "the name that people read", "Harbour switch"),
                key("protocol", "shell, netconf or https", "shell"),
                key("recognise", "how a device of this family is told from others", ""),
                key("shell", "how a conversation on the command line goes", ""),
                key("copy", "the requests that fetch the configurations", ""),
                key("configuration", "how the configuration is written", ""),
                key("structure", "what statements mean beside their text", ""),
                key("noise", "lines or parts of lines that change by themselves", ""),
                key("secrets", "what is shown only to those who may see it", ""),
                key("facts", "what the device says of itself", ""),
                key("quick-check", "how one sees without a copy that nothing has changed", ""),
                key("tables", "routes, ARP, MAC addresses and neighbours", ""),
                key("files", "how files are sent and fetched", ""),
                key("software", "how the device is given another release", ""),
                key("edit", "how lines of configuration are given to the device", ""),
                key("read-only", "a pattern for requests that alter nothing, the whole line", "'show [a-z -]+'"),
                key("log", "what the device's own log messages (RFC 5424) tell", ""),
                key("web-page", "the page that a device shows of itself, {} for host and port", "'https://{}/'"),
                key("first-contact", "what a factory-new device must be told before it can be reached", ""));
        block(
                "recognise",
                key("request", "a harmless request", "show facts"),
                key("answer", "a pattern that only this family's answer matches", "'^maker +: Harbour$'"));
        block(
                "shell",
                key("prompt", "a pattern for every prompt of the family, the whole last line", "'^\\S+[>#] ?$'"),
                key("privilege", "how to get to the level that reads configurations; left out if none is needed", ""),
                key("paging", "how paging is dealt with; left out if there is none", ""),
                key("error", "a pattern for the first line by which a command is refused", "'^error: (.+)$'"),
                key("logout", "the command that ends the conversation", "exit"),
                key("telnet", "the questions of a log-in by Telnet; left out if it is never used", ""));
        block(
                "shell.privilege",
                key("prompt", "a pattern for the prompt at that level", "'^\\S+# ?$'"),
                key("command", "the command that leads there", "admin"),
                key("password-prompt", "a pattern for the question for its password", "'^password: ?$'"));
        block(
                "shell.paging",
                key("off", "the command that switches paging off", "page off"),
                key("more-prompt", "what stands at the end of a page", "'-- more --'"),
                key("next-key", "the key that shows the next page", "' '"));
        block(
                "shell.telnet",
                key("account-prompt", "a pattern for the question for the account", "'^account: ?$'"),
                key("password-prompt", "a pattern for the question for the password", "'^password: ?$'"),
                key("login-refused", "a pattern for the line that refuses the log-in", "'^refused'"));
        block(
                "copy",
                key("running", "the request for the configuration in force", "show config running"),
                key("saved", "the request for the one used at the next start; left out if there is one only", ""),
                key("size", "a header line whose first group counts the bytes below it", "'^# (\\d{1,12}) bytes$'"),
                key("partial", "a line that says that only a part is shown to this account", "'^# shown in part'"));
        block(
                "configuration",
                key("grammar", "indented, braced, flat, json or xml", "indented"),
                key("on-syntax-error", "keep or refuse what does not keep to the grammar", "refuse"),
                key("comment", "what begins a comment (indented, flat)", "'#'"),
                key("comment-start", "what begins a comment (braced)", "'/*'"),
                key("comment-end", "what ends a comment (braced)", "'*/'"),
                key(
                        "escapes",
                        "none or backslash: whether one in a text takes the sign behind it along (braced)",
                        "backslash"),
                key("tab-width", "columns to a tab stop (indented)", "8"),
                key("indent", "blanks by which a block is set in where a text is written (indented, braced)", "2"),
                key("statement", "a pattern for a line that is a statement (flat)", "'^[a-z]'"),
                key("verbatim", "blocks of free text (indented)", ""));
        block(
                "configuration.verbatim",
                key("opens", "a pattern for the statement above the free text", "'^welcome$'"),
                key("lines", "a pattern for the lines that belong to it", "'^\\s+\\|'"));
        block(
                "structure",
                key("ordered", "statements whose order counts; elsewhere it does not", ""),
                key("names", "what a statement speaks of, whatever else it says", ""),
                key("entries", "what names an entry of a list (json, xml)", ""),
                key("defaults", "lines that only say what holds without them", ""),
                key("ports", "statements that are ports of the device", ""));
        block(
                "structure.ordered",
                key("in", "a pattern for the statement above them; left out if that does not matter", "'^list '"),
                key("lines", "a pattern for the statements; left out for all of the block", "'^\\d+ '"),
                key("number", "a pattern whose first group only says where a line stands", "'^(\\d+) '"));
        block(
                "structure.names",
                key("in", "a pattern for the statement above; left out if that does not matter", "'^vrf '"),
                key("name", "a pattern whose first group is the name", "'^(vlan \\d+)'"));
        block(
                "structure.entries",
                key("path", "the list; left out for every list and every element that repeats", "'^vlans$'"),
                key("key", "the members that name an entry, all of them needed", "[id]"));
        block(
                "structure.defaults",
                key("in", "a pattern for the statement above; left out if that does not matter", "'^port '"),
                key("line", "a pattern for the whole line", "'^open$'"));
        block(
                "structure.ports",
                key("in", "a pattern for the statement above; left out for the top", "'^ports$'"),
                key("port", "a pattern whose first group is the port's name", "'^port (\\S+)$'"));
        block(
                "noise",
                key("name", "a short name", "clock"),
                key("pattern", "whole lines, or what the groups of the pattern fit in them", "'^time (\\S+)$'"),
                key("path", "instead: names that lead to the value (json, xml)", "'(^|/)rxBytes$'"),
                key("reason", "why it changes by itself", "it moves with the clock"));
        block(
                "secrets",
                key("pattern", "a line; all its groups are secrets, wherever it fits", "'secret (.+)$'"),
                key("path", "instead: names that lead to the secret (json, xml)", "'(^|/)secret$'"));
        block(
                "facts",
                key("request", "the request for the facts", "show facts"),
                key("name", "a pattern whose first group is the name", "'^name +: (\\S+)$'"),
                key("model", "a pattern whose first group is the model", "'^model +: (\\S+)$'"),
                key("serial", "a pattern whose first group is the serial number", "'^serial +: (\\S+)$'"),
                key("release", "a pattern whose first group is the release", "'^release +: (\\S+)$'"),
                key("mac-base", "a pattern whose first group is the lowest MAC address", "'^mac +: (\\S+)$'"),
                key(
                        "install-mode",
                        "a pattern whose first group says how software lies there",
                        "'^install +: (\\S+)$'"),
                key("uptime", "a pattern with groups days, hours, minutes, seconds", "'^up +: (?P<days>\\d+) d$'"),
                key("storage", "room for files, in bytes", ""),
                key("modules", "parts that can be taken out", ""));
        block(
                "facts.storage",
                key("request", "the request for the room", "show storage"),
                key("free", "a pattern whose first group is what is free", "'^free +(\\d+)$'"),
                key("total", "a pattern whose first group is all of it", "'^total +(\\d+)$'"));
        block(
                "facts.modules",
                key("request", "the request for the modules", "show modules"),
                key(
                        "module",
                        "a pattern for one module with groups slot, name, serial",
                        "'^(?P<slot>\\d+) +(?P<name>\\S+) +(?P<serial>\\S+)$'"));
        block(
                "quick-check",
                key("request", "a short request whose answer moves with the configuration", "show changed"),
                key("mark", "a pattern; its groups, wherever it fits, are compared", "'^changes +: (\\d+)$'"),
                key(
                        "by",
                        "who edited last: a pattern with groups account, from, way; left out if it does not tell",
                        "'^by +: (?P<account>\\S+)$'"));
        block(
                "tables",
                key("table", "routes, arp, macs or neighbours", "arp"),
                key("request", "the request for it", "show arp"),
                key(
                        "row",
                        "a pattern for one row, with a named group for each column",
                        "'^(?P<address>\\S+) +(?P<mac>\\S+) +(?P<port>\\S+)$'"));
        block(
                "files",
                key("protocol", "scp, sftp or https", "scp"),
                key("put", "where a file is sent to, with {} for its name", "/{}"),
                key("get", "where it is fetched from, with {} for its name", "/{}"),
                key("image", "a pattern for an image's first line", "'^image (?P<model>\\S+) (?P<release>\\S+)$'"));
        block(
                "software",
                key("digest", "the request for a file's SHA-256, with {} for its name", "file digest {}"),
                key("digest-answer", "a pattern whose first group is the digest", "'^sha256 ([0-9a-f]{64})$'"),
                key("drop", "the request that removes a file, with {} for its name", "file drop {}"),
                key("start-from", "the request that chooses the next start's image, {} for its name", "boot from {}"),
                key("restart", "the request that starts the device anew", "restart"),
                key("question", "a pattern for what it asks back; left out if it does not", "'restart now\\? $'"),
                key("answer", "what is said to that", "'yes'"));
        block(
                "edit",
                key("enter", "requests before the first line", "[edit]"),
                key("line", "the request for one line, with {} in its place", "'{}'"),
                key("apply", "requests that put the lines in force", "[done]"),
                key("abort", "requests after a line was refused", "[done]"),
                key("save", "requests that make it survive a restart", "[save]"),
                key("words", "in which words statements are put, taken away and placed", ""),
                key(
                        "document",
                        "instead of words: merge-patch (RFC 7396) or edit-config (RFC 6241, section 7.2)",
                        "merge-patch"),
                key("guard", "what undoes an edit by itself unless it is kept", ""));
        block(
                "edit.guard",
                key(
                        "begin",
                        "requests before the edit; in all of these {minutes}, {seconds}, {token}",
                        "['guard {minutes}']"),
                key("apply", "puts the lines in force for a time, instead of apply", "['commit within {minutes}']"),
                key("keep", "requests after which nothing is undone any more", "[keep]"),
                key("give-back", "requests that undo at once what is not kept; none if nothing does", "[back]"),
                key("goes-back-to", "before or saved: what stands when the time is up", "saved"),
                key("longest-minutes", "the longest time that the family takes", "60"));
        block(
                "edit.words",
                key("put", "adds a statement, with {statement} and, if it is needed, {path}", "'{statement}'"),
                key("remove", "takes one away, with {name} and, if it is needed, {path}", "'not {name}'"),
                key("place", "puts one before another, with {name} and {before}", "'place {name} before {before}'"),
                key("leave-block", "leaves a block that its own statement entered", "up"),
                key("blocks", "patterns for statements that lead into a block", "['^port ']"),
                key("names", "what tells a statement from those beside it", ""),
                key("whole", "patterns for blocks that can only be entered as a whole", "['^welcome$']"),
                key("values", "a pattern for a list: its name and its values", "'^(on) \\[(.*)\\]$'"),
                key("undoing", "statements that only take another one away", ""),
                key("references", "what must be there before it is used, and go after it", ""));
        block(
                "edit.words.references",
                key("uses", "a pattern whose first group holds what a statement uses", "'^member vlan (\\d+)$'"),
                key("defines", "the name of the statement at the top that is used, with {}", "'vlan {}'"));
        block(
                "edit.words.undoing",
                key("in", "a pattern for the statement above; left out if that does not matter", "'^port '"),
                key("line", "a pattern for the statement", "'^open$'"),
                key("undoes", "a pattern for what it takes away", "'^closed$'"));
        block(
                "edit.words.names",
                key("in", "a pattern for the statement above; left out if that does not matter", "'^port '"),
                key("name", "a pattern whose first group is the name", "'^(text) '"));
        block(
                "log",
                key("edited", "a pattern for kind and text of the message after an edit", "'^EDITED '"),
                key(
                        "logged-in",
                        "a pattern for the message of a log-in; who it was stands in groups account, from, way, or in"
                                + " parameters of these names",
                        "'^LOGIN '"));
        block(
                "first-contact",
                key("how", "where the text goes, in words", "Paste it at the device's cable."),
                key("begin", "lines before the first item", "[edit]"),
                key("items", "what it must be told, in this order", ""),
                key("finish", "lines after the last item", "[done, save]"));
        block(
                "first-contact.items",
                key("item", "what it is, in words", "name"),
                key("needed-for", "the operation that needs it; left out if nothing goes without it", "changes"),
                key("lines", "with places for " + fields(), "['name {name}']"),
                key("present", "a pattern that its configuration matches once it was told", "'^name \\S+$'"),
                key("absent", "a pattern that its configuration matches as long as it was not", "'^reach cable$'"));
    }

    private static String fields() {
        return Stream.of(BaseField.values())
                .map(field -> "{" + field.key() + "}")
                .collect(Collectors.joining(" "));
    }

    private PlatformKeys() {}

    private static void block(String path, Key... keys) {
        BLOCKS.put(path, List.of(keys));
    }

    private static Key key(String name, String says, String example) {
        return new Key(name, says, example);
    }

    /** By the path of their block, such as {@code shell.paging}; the top is the empty path. */
    public static Map<String, List<Key>> all() {
        return Map.copyOf(BLOCKS);
    }

    static List<String> namesIn(String path) {
        return BLOCKS.getOrDefault(path, List.of()).stream().map(Key::name).toList();
    }
}
