package chaperone.core.patch;

import chaperone.core.config.ConfigStatement;
import chaperone.core.config.ConfigStatement.Form;
import chaperone.core.config.ConfigTree;
import chaperone.core.config.JsonGrammar;
import chaperone.core.structure.Structure;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * JSON documents that are altered by a JSON Merge Patch (RFC 7396): objects are merged member by member, {@code null} takes
 * a member away, everything else, lists among it, is replaced as a whole. A patch is one command, however much it alters.
 * Linear in both documents. The RFC has no way to say that a member shall be {@code null}: a target with one is not
 * reachable, and such a member is left out.
 */
public record MergePatch() implements EditWay {
    private static final JsonGrammar JSON = new JsonGrammar();
    private static final String NOTHING = "null";

    @Override
    public Patch between(List<ConfigStatement> before, List<ConfigStatement> after, Structure structure) {
        List<ConfigStatement> changes =
                changes(document(before).children(), document(after).children());
        if (changes.isEmpty()) return new Patch(List.of());
        String text = JSON.write(List.of(new ConfigStatement(Form.BLOCK, "", changes)));
        return new Patch(List.of(new Command(Command.Kind.PUT, text.strip())));
    }

    /** All lines together are one patch. */
    @Override
    public TypedLines.Outcome typed(List<ConfigStatement> before, List<String> lines) {
        if (lines.stream().allMatch(String::isBlank)) return new TypedLines.Outcome.Understood(before, List.of());
        ConfigTree read = JSON.read(String.join("\n", lines));
        if (!read.problems().isEmpty()) {
            var first = read.problems().get(0);
            return new TypedLines.Outcome.Refused(first.line(), "no JSON: " + first.message());
        }
        ConfigStatement patch = document(read.statements());
        if (patch.form() != Form.BLOCK) {
            return new TypedLines.Outcome.Refused(0, "a merge patch (RFC 7396) of a configuration is an object: { … }");
        }
        ConfigStatement now = document(before);
        ConfigStatement merged = now.withChildren(merged(now.children(), patch.children()));
        return new TypedLines.Outcome.Understood(List.of(merged), List.of());
    }

    /** Members have names anyway. */
    @Override
    public List<Structure.Named> replacing() {
        return List.of();
    }

    private static ConfigStatement document(List<ConfigStatement> tree) {
        return tree.isEmpty() ? new ConfigStatement(Form.BLOCK, "", List.of()) : tree.get(0);
    }

    /** The members of the least patch that makes one object of the other. */
    private static List<ConfigStatement> changes(List<ConfigStatement> before, List<ConfigStatement> after) {
        Map<String, ConfigStatement> here = byName(before);
        List<ConfigStatement> changes = new ArrayList<>();
        byName(after).forEach((name, wanted) -> {
            ConfigStatement now = here.remove(name);
            if (now == null) changes.add(wanted);
            else change(name, now, wanted).ifPresent(changes::add);
        });
        here.keySet().forEach(name -> changes.add(ConfigStatement.line(name + " : " + NOTHING)));
        return changes;
    }

    private static Optional<ConfigStatement> change(String name, ConfigStatement now, ConfigStatement wanted) {
        if (isObject(now) && isObject(wanted)) {
            List<ConfigStatement> below = changes(now.children(), wanted.children());
            return below.isEmpty() ? Optional.empty() : Optional.of(new ConfigStatement(Form.BLOCK, name, below));
        }
        boolean isSame = value(now).equals(value(wanted)) && holdSame(now, wanted);
        return isSame ? Optional.empty() : Optional.of(wanted);
    }

    /** Also within lists the order of an object's members means nothing (RFC 8259, section 4). */
    private static boolean holdSame(ConfigStatement one, ConfigStatement other) {
        if (one.form() != other.form()
                || one.children().size() != other.children().size()) return false;
        if (isObject(one)) {
            Map<String, ConfigStatement> others = byName(other.children());
            return byName(one.children()).entrySet().stream().allMatch(member -> {
                ConfigStatement same = others.get(member.getKey());
                return same != null
                        && value(member.getValue()).equals(value(same))
                        && holdSame(member.getValue(), same);
            });
        }
        for (int i = 0; i < one.children().size(); i++) {
            ConfigStatement entry = one.children().get(i);
            ConfigStatement beside = other.children().get(i);
            if (!entry.text().equals(beside.text()) || !holdSame(entry, beside)) return false;
        }
        return true;
    }

    /** RFC 7396, section 2. */
    private static List<ConfigStatement> merged(List<ConfigStatement> now, List<ConfigStatement> patch) {
        Map<String, ConfigStatement> members = byName(now);
        byName(patch).forEach((name, change) -> {
            if (isNothing(change)) members.remove(name);
            else if (!isObject(change)) members.put(name, change);
            else {
                List<ConfigStatement> below = members.containsKey(name) && isObject(members.get(name))
                        ? members.get(name).children()
                        : List.of();
                members.put(name, new ConfigStatement(Form.BLOCK, name, merged(below, change.children())));
            }
        });
        return List.copyOf(members.values());
    }

    private static Map<String, ConfigStatement> byName(List<ConfigStatement> members) {
        Map<String, ConfigStatement> byName = new LinkedHashMap<>();
        for (ConfigStatement each : members) byName.put(name(each), each);
        return byName;
    }

    private static boolean isObject(ConfigStatement member) {
        return member.form() == Form.BLOCK;
    }

    private static boolean isNothing(ConfigStatement member) {
        return member.form() == Form.LINE && value(member).equals(NOTHING);
    }

    /** With its quotation marks; what stands before the colon outside of them. */
    private static String name(ConfigStatement member) {
        return member.form() == Form.LINE ? member.text().substring(0, nameEnd(member.text())) : member.text();
    }

    private static String value(ConfigStatement member) {
        if (member.form() != Form.LINE) return "";
        String rest = member.text().substring(nameEnd(member.text())).strip();
        return rest.startsWith(":") ? rest.substring(1).strip() : rest;
    }

    private static int nameEnd(String text) {
        if (!text.startsWith("\"")) return 0;
        for (int i = 1; i < text.length(); i++) {
            if (text.charAt(i) == '\\') i++;
            else if (text.charAt(i) == '"') return i + 1;
        }
        return text.length();
    }
}
