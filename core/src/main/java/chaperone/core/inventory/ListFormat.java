package chaperone.core.inventory;

import java.util.Optional;
import org.apache.commons.csv.CSVFormat;

/**
 * How a list is written: RFC 4180 with commas, semicolons or tabs between the fields, as spreadsheets write it in
 * different countries; lines that begin with {@code #} are notes.
 */
final class ListFormat {
    private ListFormat() {}

    /** Told by the first line that is no note: what separates most of its fields. */
    static CSVFormat of(String text) {
        return CSVFormat.RFC4180
                .builder()
                .setDelimiter(separator(text))
                .setCommentMarker('#')
                .setIgnoreEmptyLines(true)
                .setTrim(true)
                .get();
    }

    static char separator(String text) {
        Optional<String> first = text.lines()
                .map(String::strip)
                .filter(line -> !line.isEmpty() && !line.startsWith("#"))
                .findFirst();
        if (first.isEmpty()) return ',';
        long tabs = count(first.get(), '\t');
        long semicolons = count(first.get(), ';');
        long commas = count(first.get(), ',');
        if (tabs > 0 && tabs >= semicolons && tabs >= commas) return '\t';
        return semicolons > commas ? ';' : ',';
    }

    private static long count(String line, char sign) {
        return line.chars().filter(c -> c == sign).count();
    }

    static String withoutMark(String csv) {
        return csv.startsWith("\uFEFF") ? csv.substring(1) : csv;
    }
}
