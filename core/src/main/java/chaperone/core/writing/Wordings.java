package chaperone.core.writing;

import chaperone.core.config.ConfigStatement;
import chaperone.core.config.ConfigStatement.Form;
import chaperone.core.patch.EditLanguage;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Which word follows which in the statements of many configurations, block by block, and how many of them have it there: a
 * trie of words (Fredkin 1960). Where a value stands, what follows other values at the same place counts as well. Adding is
 * linear in the words; asking costs what stands at the place.
 */
public final class Wordings {
    /** More at one place are values that say nothing to anybody else. */
    private static final int MOST_AT_A_PLACE = 500;
    /** A place with so few words, none of them a value, is one for keywords, if so many configurations agree. */
    private static final int FEW_WORDS = 12;

    private static final int ENOUGH = 5;
    /** What follows so many values is as good as what follows all of them, and quicker in a list of thousands of rules. */
    private static final int MOST_PLACES = 1000;

    private final EditLanguage language;
    private final Place top = new Place();
    private int configurations;

    /** What may stand at one place: the words, and behind the last one the statements of the block. */
    private static final class Place {
        private final Map<String, Place> next = new HashMap<>();
        private Optional<Place> block = Optional.empty();
        private int has;
        private int last;
        private boolean ends;

        Place block() {
            if (block.isEmpty()) block = Optional.of(new Place());
            return block.get();
        }
    }

    /** @param has how many configurations have this word here */
    public record Word(String text, int has) {}

    public Wordings(EditLanguage language) {
        this.language = language;
    }

    public int configurations() {
        return configurations;
    }

    /** The statements of one more configuration. */
    public void add(List<ConfigStatement> statements) {
        configurations++;
        add(top, statements);
    }

    private void add(Place place, List<ConfigStatement> statements) {
        for (ConfigStatement each : statements) {
            if (each.form() == Form.FREE_TEXT) continue;
            for (String put : language.valuesOf(each.text())) add(place, put, each.children());
        }
    }

    private void add(Place place, String text, List<ConfigStatement> below) {
        Place at = place;
        for (String word : Words.of(text)) {
            Place next = at.next.get(word);
            if (next == null) {
                if (at.next.size() >= MOST_AT_A_PLACE) return;
                next = new Place();
                at.next.put(word, next);
            }
            if (next.last != configurations) {
                next.last = configurations;
                next.has++;
            }
            at = next;
        }
        at.ends = true;
        if (!below.isEmpty()) add(language.leaveBlock().isPresent() ? at.block() : at, below);
    }

    /**
     * The words that follow, those that most have first; nothing at a place that nobody has. A word after which all go on
     * alike comes with what follows.
     *
     * @param block the statements of the block, from the top; empty where none is entered
     */
    public List<Word> after(List<String> block, List<String> words) {
        Map<String, List<Place>> found = new HashMap<>();
        for (Place place : placesAfter(block, words))
            place.next.forEach((word, next) ->
                    found.computeIfAbsent(word, w -> new ArrayList<>()).add(next));
        return found.entrySet().stream()
                .map(entry -> whole(entry.getKey(), entry.getValue()))
                .sorted((a, b) -> a.has() != b.has()
                        ? Integer.compare(b.has(), a.has())
                        : a.text().compareTo(b.text()))
                .toList();
    }

    /** Behind values, one configuration may have it several times: it is not counted more often than there are. */
    private Word whole(String word, List<Place> places) {
        int has = Math.min(
                configurations, places.stream().mapToInt(place -> place.has).sum());
        StringBuilder text = new StringBuilder(word);
        List<Place> at = places;
        while (!Words.isValue(word) && at.stream().noneMatch(place -> place.ends)) {
            List<String> ways = at.stream()
                    .flatMap(place -> place.next.keySet().stream())
                    .distinct()
                    .toList();
            if (ways.size() != 1 || Words.isValue(ways.get(0))) break;
            text.append(' ').append(ways.get(0));
            at = at.stream().flatMap(place -> place.next.values().stream()).toList();
        }
        return new Word(text.toString(), has);
    }

    /**
     * The first word that nobody has where all others have one of a few keywords.
     *
     * @param words of one whole statement
     */
    Optional<String> stranger(List<String> block, List<String> words) {
        if (configurations < ENOUGH) return Optional.empty();
        List<Place> at = placesAfter(block, List.of());
        for (String word : words) {
            if (at.isEmpty()) return Optional.empty();
            List<Place> next = step(at, word, false);
            boolean isKnown = at.stream().anyMatch(place -> place.next.containsKey(word)) || Words.isValue(word);
            if (!isKnown && isForKeywords(at)) return Optional.of(word);
            at = next;
        }
        return Optional.empty();
    }

    private static boolean isForKeywords(List<Place> places) {
        List<String> words = places.stream()
                .flatMap(place -> place.next.keySet().stream())
                .distinct()
                .limit(2L * FEW_WORDS)
                .toList();
        int seen = places.stream()
                .flatMap(place -> place.next.values().stream())
                .mapToInt(place -> place.has)
                .sum();
        return seen >= ENOUGH && words.size() <= FEW_WORDS && words.stream().noneMatch(Words::isValue);
    }

    private List<Place> placesAfter(List<String> block, List<String> words) {
        List<Place> at = List.of(top);
        for (String head : block) {
            at = behind(at, Words.of(head));
            at = at.stream().flatMap(place -> place.block.stream()).toList();
        }
        return behind(at, words);
    }

    private List<Place> behind(List<Place> start, List<String> words) {
        List<Place> at = start;
        for (int i = 0; i < words.size(); i++) at = step(at, words.get(i), i == 0);
        return at;
    }

    /**
     * Behind a value, what follows other values counts as well, and behind a name that nobody has, what follows others.
     *
     * @param isFirst whether it begins a statement: there no name stands
     */
    private List<Place> step(List<Place> at, String word, boolean isFirst) {
        boolean isValue = Words.isValue(word);
        List<Place> fits = at.stream()
                .flatMap(place -> isValue
                        ? place.next.entrySet().stream()
                                .filter(entry -> Words.isValue(entry.getKey()))
                                .map(Map.Entry::getValue)
                        : Stream.ofNullable(place.next.get(word)))
                .limit(MOST_PLACES)
                .toList();
        if (!fits.isEmpty() || isFirst) return fits;
        return at.stream()
                .flatMap(place -> place.next.values().stream())
                .limit(MOST_PLACES)
                .toList();
    }
}
