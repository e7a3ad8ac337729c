package chaperone.standins.corvane;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** A statement in force, and the statements below it. Owned by its configuration; not safe for threads by itself. */
final class Line {
    private static final Pattern NUMBER = Pattern.compile("\\d{1,9}");

    final Shape shape;
    List<String> words;
    final Map<String, Line> below = new TreeMap<>(Comparator.naturalOrder());

    Line(Shape shape, List<String> words) {
        this.shape = shape;
        this.words = List.copyOf(words);
    }

    String text() {
        return String.join(" ", words);
    }

    /** Sorts as a person would: by the order of the shapes, then with numbers as numbers. */
    static String key(int shapeIndex, List<String> keyWords) {
        Matcher numbers = NUMBER.matcher(keyWords.stream().collect(Collectors.joining(" ")));
        return String.format("%02d ", shapeIndex)
                + numbers.replaceAll(match -> String.format("%09d", Long.parseLong(match.group())));
    }
}
