package chaperone.core.inventory;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/** What the headers of a foreign list may mean, for people to confirm. */
public final class HeaderGuess {
    private static final int MOST_ROWS = 5;
    private static final Map<String, List<String>> WORDS = Map.of(
            "address", List.of("address", "ip", "host", "ipv4", "management"),
            "port", List.of("port"),
            "site", List.of("site", "location", "place", "building", "terminal"),
            "role", List.of("role", "function", "kind"),
            "credentials", List.of("credential", "log-in", "login"),
            "platform", List.of("platform", "family", "system"),
            "tags", List.of("tag", "label"));

    private HeaderGuess() {}

    /**
     * @param headers the fields of the first line; empty if the first line is an address already
     * @param meanings by the header in small letters; one that says nothing is to be ignored
     * @param rows the first lines below
     */
    public record Guess(List<String> headers, Map<String, String> meanings, List<List<String>> rows) {}

    /**
     * Looks at the beginning of a list only.
     *
     * @param remembered meanings that people gave before
     */
    public static Guess of(String csv, Map<String, String> remembered) {
        List<List<String>> rows = firstRows(csv);
        boolean hasHeader = !rows.isEmpty()
                && rows.get(0).stream().noneMatch(field -> field.matches(".*\\d.*") && AddressList.isHost(field));
        if (!hasHeader) return new Guess(List.of(), Map.of(), rows);
        Map<String, String> meanings = new LinkedHashMap<>();
        for (String header : rows.get(0)) {
            String small = header.toLowerCase(Locale.ROOT);
            String guess = Optional.ofNullable(remembered.get(small)).orElseGet(() -> guess(small));
            // Two columns cannot mean the same: the first one has it.
            meanings.putIfAbsent(small, meanings.containsValue(guess) ? AddressList.IGNORED : guess);
        }
        return new Guess(rows.get(0), meanings, rows.subList(1, rows.size()));
    }

    private static String guess(String header) {
        if (AddressList.COLUMNS.contains(header)) return header;
        return AddressList.COLUMNS.stream()
                .filter(column -> WORDS.get(column).stream().anyMatch(header::contains))
                .findFirst()
                .orElse(AddressList.IGNORED);
    }

    private static List<List<String>> firstRows(String csv) {
        String text = ListFormat.withoutMark(csv);
        List<List<String>> rows = new ArrayList<>();
        try (CSVParser parser = CSVParser.parse(new StringReader(text), ListFormat.of(text))) {
            for (CSVRecord record : parser) {
                rows.add(record.toList());
                if (rows.size() > MOST_ROWS) break;
            }
        } catch (IOException | UncheckedIOException | IllegalStateException e) {
            // What is wrong is told when the list is read.
            return rows;
        }
        return rows;
    }
}
