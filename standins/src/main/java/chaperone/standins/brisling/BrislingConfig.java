package chaperone.standins.brisling;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;

/** The statements in force: most sorted by name, rules in the order in which people put them. Not safe for threads by itself. */
final class BrislingConfig {
    private final Map<Kind, TreeMap<String, String>> statements = new TreeMap<>();
    /** Numbers of the rules as they match. */
    private final List<String> order = new ArrayList<>();

    BrislingConfig copy() {
        BrislingConfig copy = new BrislingConfig();
        statements.forEach((kind, lines) -> copy.statements.put(kind, new TreeMap<>(lines)));
        copy.order.addAll(order);
        return copy;
    }

    static BrislingConfig parse(String text) throws ErrorLine {
        BrislingConfig config = new BrislingConfig();
        for (String line : text.split("\n")) {
            boolean isHead = line.isBlank() || line.startsWith("release ") || line.startsWith("time ");
            if (!isHead) config.set(line);
        }
        return config;
    }

    /** Adds a statement, or replaces the one with its key. */
    void set(String statement) throws ErrorLine {
        Kind kind = kindOf(statement);
        Matcher matcher = kind.form.matcher(statement);
        if (!matcher.matches()) throw new ErrorLine(ErrorLine.MALFORMED, "not a whole statement: " + kind.word());
        if (kind == Kind.ZONE || kind == Kind.BUNDLE || kind == Kind.RULE) checkNames(kind, matcher);
        String key = matcher.group(1);
        lines(kind).put(key, statement);
        if (kind == Kind.RULE && !order.contains(key)) order.add(key);
    }

    private static Kind kindOf(String statement) throws ErrorLine {
        return Kind.of(statement)
                .orElseThrow(() ->
                        new ErrorLine(ErrorLine.NOT_KNOWN, "\"" + statement.split(" ", 2)[0] + "\" is not known"));
    }

    private void checkNames(Kind kind, Matcher matcher) throws ErrorLine {
        if (kind == Kind.BUNDLE) for (String object : matcher.group(2).split(",")) need(Kind.OBJECT, object);
        if (kind != Kind.RULE) return;
        need(Kind.ZONE, matcher.group(3));
        need(Kind.ZONE, matcher.group(4));
        needObject(matcher.group(5));
        needObject(matcher.group(6));
        need(Kind.SERVICE, matcher.group(7));
    }

    private void needObject(String name) throws ErrorLine {
        if (!lines(Kind.BUNDLE).containsKey(name)) need(Kind.OBJECT, name);
    }

    private void need(Kind kind, String name) throws ErrorLine {
        if (name.equals("any") || lines(kind).containsKey(name)) return;
        throw new ErrorLine(ErrorLine.DOES_NOT_EXIST, kind.word() + " \"" + name + "\" does not exist");
    }

    /** {@code rule 118}, {@code object kiosk-1}: not while another statement names it. */
    void erase(String what) throws ErrorLine {
        String[] words = what.split(" ");
        Kind kind = kindOf(what);
        String key = words.length > 1 ? words[1] : "";
        if (!lines(kind).containsKey(key)) {
            throw new ErrorLine(ErrorLine.DOES_NOT_EXIST, kind.word() + " \"" + key + "\" does not exist");
        }
        boolean canBeNamed = kind == Kind.OBJECT || kind == Kind.SERVICE || kind == Kind.ZONE || kind == Kind.BUNDLE;
        if (canBeNamed && isNamed(kind, key)) {
            throw new ErrorLine(ErrorLine.IN_USE, kind.word() + " \"" + key + "\" is in use");
        }
        lines(kind).remove(key);
        if (kind == Kind.RULE) order.remove(key);
    }

    private boolean isNamed(Kind kind, String key) {
        boolean byRule = lines(Kind.RULE).values().stream()
                .anyMatch(rule ->
                        List.of(rule.replaceAll("\"[^\"]*\"", "").split(" ")).contains(key));
        boolean byBundle = kind == Kind.OBJECT
                && lines(Kind.BUNDLE).values().stream()
                        .anyMatch(bundle -> List.of(bundle.split("[ ,]")).contains(key));
        return byRule || byBundle;
    }

    void place(String rule, String before) throws ErrorLine {
        for (String number : List.of(rule, before)) need(Kind.RULE, number);
        order.remove(rule);
        order.add(order.indexOf(before), rule);
    }

    List<String> rules() {
        return List.copyOf(order);
    }

    List<String> names(Kind kind) {
        return List.copyOf(lines(kind).keySet());
    }

    /** The groups of each statement of a kind. */
    List<Matcher> read(Kind kind) {
        return lines(kind).values().stream()
                .map(kind.form::matcher)
                .filter(Matcher::matches)
                .toList();
    }

    /** Every statement, as it was given. */
    String print() {
        StringBuilder text = new StringBuilder();
        for (Kind kind : Kind.values()) {
            List<String> keys = kind == Kind.RULE ? order : names(kind);
            keys.forEach(key -> text.append(lines(kind).get(key)).append('\n'));
        }
        return text.toString();
    }

    private Map<String, String> lines(Kind kind) {
        return statements.computeIfAbsent(kind, k -> new TreeMap<>());
    }
}
