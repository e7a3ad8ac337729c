package chaperone.standins.corvane;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * The form of a statement, written as {@code "vlan {vlan} [{text}]"}: plain words stand as they are, {@code {vlan}} is a
 * {@link Place}, the last words may be left out when they are in square brackets.
 *
 * @param keyWords how many words tell which line a new one replaces
 * @param block what may stand below it, if it opens a block
 * @param places the words of the form, {@code least} of which must be there
 */
record Shape(String form, int keyWords, Optional<Block> block, List<String> places, int least) {

    /** The blocks of the language, with the statements that each takes, in the order of printing. */
    enum Block {
        TOP,
        PORT,
        GATEWAY,
        LIST,
        WELCOME
    }

    private static Shape line(String form, int keyWords) {
        return of(form, keyWords, Optional.empty());
    }

    private static Shape opens(String form, int keyWords, Block block) {
        return of(form, keyWords, Optional.of(block));
    }

    private static Shape of(String form, int keyWords, Optional<Block> block) {
        List<String> places = List.of(form.replaceAll("[\\[\\]]", "").split(" "));
        int bracket = form.indexOf('[');
        int least =
                bracket < 0 ? places.size() : form.substring(0, bracket).trim().split(" ").length;
        return new Shape(form, keyWords, block, places, least);
    }

    private static final List<Shape> TOP = List.of(
            line("name {name}", 1),
            line("admin-secret {secret}", 1),
            line("account {name} level {level} secret {secret}", 2),
            line("key-of {name} {key}", 2),
            line("reach {reach}", 1),
            line("vlan {vlan} [{text}]", 2),
            opens("port {port}", 2, Block.PORT),
            opens("gateway vlan {vlan}", 3, Block.GATEWAY),
            line("route {prefix} via {address}", 2),
            line("time-server {address}", 2),
            line("log-server {address}", 2),
            opens("list {name}", 2, Block.LIST),
            opens("welcome", 1, Block.WELCOME));
    private static final List<Shape> PORT = List.of(
            line("text {text}", 1),
            line("member vlan {vlan}", 2),
            line("carry vlan {vlans}", 2),
            line("flood-limit {percent}", 1),
            line("closed", 1));
    private static final List<Shape> GATEWAY =
            List.of(line("address {prefix}", 1), line("shared {address} weight {weight}", 1));
    private static final List<Shape> LIST =
            List.of(line("{line_number} {action} {protocol} {where} {where} [{port_number}]", 1));

    static List<Shape> of(Block block) {
        return switch (block) {
            case TOP -> TOP;
            case PORT -> PORT;
            case GATEWAY -> GATEWAY;
            case LIST -> LIST;
            case WELCOME -> List.of();
        };
    }

    /** How many words from the first on fit this form. */
    int fitting(List<String> words) {
        int fit = 0;
        while (fit < words.size() && fit < places.size() && fits(places.get(fit), words.get(fit))) fit++;
        return fit;
    }

    /** Whether the words are a whole statement of this form. */
    boolean isWhole(List<String> words) {
        return words.size() <= places.size() && words.size() >= least && fitting(words) == words.size();
    }

    /** Why {@code words} are not a whole statement of this form, given that it fits them best. */
    Refusal refusal(List<String> words, int offset) {
        int fit = fitting(words);
        if (fit == words.size()) return new Refusal(fit + offset, "expected " + expected(places.get(fit)));
        if (fit == places.size()) return new Refusal(fit + offset, words.get(fit), "nothing more is expected here");
        boolean unclosed = words.get(fit).startsWith("\"") && words.get(fit).lastIndexOf('"') == 0;
        if (unclosed) return new Refusal(fit + offset, words.get(fit), "the quotation mark is not closed");
        boolean plain = !places.get(fit).startsWith("{");
        return new Refusal(
                fit + offset, words.get(fit), plain ? "not known here" : "expected " + expected(places.get(fit)));
    }

    private static boolean fits(String place, String word) {
        return place.startsWith("{") ? placeOf(place).takes(word) : place.equals(word);
    }

    private static String expected(String place) {
        return place.startsWith("{") ? placeOf(place).expected : "\"" + place + "\"";
    }

    private static Place placeOf(String place) {
        return Place.valueOf(place.substring(1, place.length() - 1).toUpperCase(Locale.ROOT));
    }
}
