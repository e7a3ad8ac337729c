package chaperone.core.inventory;

import chaperone.core.address.IpAddress;
import chaperone.core.address.ListOutcome;
import chaperone.core.address.ListProblem;
import com.google.re2j.Pattern;
import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/**
 * A list of addresses in CSV (RFC 4180): a header line with {@code address} and, if wanted, {@code port}, {@code site},
 * {@code role}, {@code credentials}, {@code platform}, {@code tags}; or no header and an address in each line. An address
 * may carry its port after a colon; tags have semicolons between them. Other headers can be given a meaning.
 */
public final class AddressList {
    static final int MOST_LINES = 10_000;
    public static final List<String> COLUMNS =
            List.of("address", "port", "site", "role", "credentials", "platform", "tags");
    /** In place of a column's name: the column is passed over. */
    public static final String IGNORED = "";

    private static final int MOST_TAGS = 20;
    private static final Pattern TAG = Pattern.compile("[\\p{L}\\p{N}]([\\p{L}\\p{N} ._-]{0,38}[\\p{L}\\p{N}])?");
    private static final Pattern HOST = Pattern.compile(
            "[A-Za-z0-9]([A-Za-z0-9-]{0,61}[A-Za-z0-9])?(\\.[A-Za-z0-9]([A-Za-z0-9-]{0,61}[A-Za-z0-9])?)*");
    private static final Pattern DIGITS_AND_DOTS = Pattern.compile("[0-9.]+");
    private static final Pattern IPV4 = Pattern.compile("((25[0-5]|2[0-4]\\d|1\\d\\d|[1-9]?\\d)(\\.|$)){4}");
    private static final Pattern CONTROL = Pattern.compile("[\\x00-\\x1f\\x7f]");
    private static final Pattern PORT = Pattern.compile("[0-9]{1,5}");
    private static final Pattern WITH_PORT = Pattern.compile("(\\[([^\\]]+)\\]|[^:]+):(.*)");

    private final List<AddressLine> lines = new ArrayList<>();
    private final List<ListProblem> problems = new ArrayList<>();
    private final Map<String, String> meanings;
    /** Where each place was named first, by its address in one form and its port. */
    private final Map<String, Integer> seen = new HashMap<>();

    private int countedTo;
    private int countedLines;

    private AddressList(Map<String, String> meanings) {
        this.meanings = meanings;
    }

    /** Takes up to {@value #MOST_LINES} devices; one wrong field refuses the whole list. */
    public static ListOutcome<List<AddressLine>> read(String csv) {
        return read(csv, Map.of());
    }

    /** @param meanings for headers in small letters: one of {@link #COLUMNS}, or {@link #IGNORED} */
    public static ListOutcome<List<AddressLine>> read(String csv, Map<String, String> meanings) {
        AddressList list = new AddressList(meanings);
        list.take(csv);
        return list.problems.isEmpty()
                ? new ListOutcome.Read<>(List.copyOf(list.lines))
                : new ListOutcome.Malformed<>(list.problems);
    }

    private void take(String csv) {
        String text = ListFormat.withoutMark(csv);
        try (CSVParser parser = CSVParser.parse(new StringReader(text), ListFormat.of(text))) {
            takeRecords(parser, text);
        } catch (IOException e) {
            problem(0, 0, "cannot be read: " + e.getMessage());
        }
        if (lines.isEmpty() && problems.isEmpty()) problem(0, 0, "there is no address in it");
    }

    private void takeRecords(CSVParser parser, String text) {
        List<String> columns = List.of("address");
        try {
            var records = parser.iterator();
            while (records.hasNext()) {
                CSVRecord record = records.next();
                int line = lineOf(text, record);
                if (record.getRecordNumber() == 1 && isHeader(record)) columns = header(record, line);
                else if (lines.size() >= MOST_LINES) {
                    problem(line, 0, "more than " + MOST_LINES + " devices; split the list");
                    return;
                } else row(record, line, columns);
            }
        } catch (UncheckedIOException | IllegalStateException e) {
            quoteProblem(text, (int) parser.getCurrentLineNumber());
        }
    }

    /** The line on which a record starts, from 0; asked for records in their order. */
    private int lineOf(String text, CSVRecord record) {
        int start = (int) Math.min(record.getCharacterPosition(), text.length());
        // The parser counts the empty lines and the notes before a record as its beginning.
        while (start < text.length() && (isEnd(text.charAt(start)) || isNote(text, start))) {
            if (isEnd(text.charAt(start))) start++;
            else while (start < text.length() && !isEnd(text.charAt(start))) start++;
        }
        for (; countedTo < start; countedTo++) if (text.charAt(countedTo) == '\n') countedLines++;
        return countedLines;
    }

    private static boolean isEnd(char c) {
        return c == '\n' || c == '\r';
    }

    private static boolean isNote(String text, int at) {
        return text.charAt(at) == '#' && (at == 0 || isEnd(text.charAt(at - 1)));
    }

    private void quoteProblem(String text, int readTo) {
        // An open quotation mark swallows the rest of the list: the line that matters is the one on which it opens.
        List<String> all = text.lines().toList();
        for (int line = 0; line < Math.max(readTo, all.size()) && line < all.size(); line++) {
            boolean open = all.get(line).chars().filter(c -> c == '"').count() % 2 == 1;
            if (!open) continue;
            String upTo = all.get(line).substring(0, all.get(line).lastIndexOf('"'));
            problem(
                    line,
                    (int) upTo.chars()
                            .filter(c -> c == ListFormat.separator(text))
                            .count(),
                    "a quotation mark is opened and not closed");
            return;
        }
        problem(Math.max(0, readTo - 1), 0, "something other than the next field follows a closing quotation mark");
    }

    private boolean isHeader(CSVRecord record) {
        return record.stream().map(this::meaning).anyMatch("address"::equals);
    }

    private String meaning(String header) {
        String small = header.toLowerCase(Locale.ROOT);
        return meanings.getOrDefault(small, small);
    }

    private List<String> header(CSVRecord record, int line) {
        List<String> columns = record.stream().map(this::meaning).toList();
        for (int i = 0; i < columns.size(); i++) {
            String column = columns.get(i);
            if (column.equals(IGNORED)) continue;
            if (!COLUMNS.contains(column))
                problem(line, i, "column \"" + column + "\" is not known; known are " + String.join(", ", COLUMNS));
            if (columns.indexOf(column) < i) problem(line, i, "column \"" + column + "\" stands there twice");
        }
        return columns;
    }

    private void row(CSVRecord record, int line, List<String> columns) {
        if (record.size() > columns.size()) {
            problem(
                    line,
                    columns.size(),
                    columns.size() == 1
                            ? "one field too many: without more columns in its head a line is an address;"
                                    + " begin the list with address,port,site"
                            : "one field too many: the list has " + columns.size() + " columns");
            return;
        }
        if (record.size() < columns.size()) {
            problem(line, record.size(), "the line ends here: the list has " + columns.size() + " columns");
            return;
        }
        int before = problems.size();
        for (int i = 0; i < record.size(); i++) {
            if (CONTROL.matcher(record.get(i)).find()) problem(line, i, "there is a control character in it");
        }
        int addressColumn = columns.indexOf("address");
        Place place = place(record, line, addressColumn, columns.indexOf("port"));
        Optional<String> site = bounded(record, line, columns.indexOf("site"), 80);
        Optional<String> role = bounded(record, line, columns.indexOf("role"), 40);
        Optional<String> credentials = bounded(record, line, columns.indexOf("credentials"), 60);
        Optional<String> platform = bounded(record, line, columns.indexOf("platform"), 40);
        List<String> tags = tags(record, line, columns.indexOf("tags"));
        if (problems.size() > before) return;
        Integer first = seen.putIfAbsent(place.key(), line);
        if (first != null) problem(line, addressColumn, "the same address stands in line " + (first + 1));
        else
            lines.add(new AddressLine(
                    line, place.host(), place.port(), site, role, credentials, platform, tags, places(columns)));
    }

    private static Map<String, Integer> places(List<String> columns) {
        Map<String, Integer> places = new HashMap<>();
        for (int i = 0; i < columns.size(); i++) places.putIfAbsent(columns.get(i), i);
        return places;
    }

    /** A host with the port that was named with it. */
    private record Place(String host, Optional<Integer> port) {
        String key() {
            return host.toLowerCase(Locale.ROOT) + " "
                    + port.map(Object::toString).orElse("");
        }
    }

    private Place place(CSVRecord record, int line, int addressColumn, int portColumn) {
        String address = field(record, addressColumn).orElse("");
        var withPort = WITH_PORT.matcher(address);
        boolean isBracketed = address.startsWith("[") && address.endsWith("]");
        boolean hasPort = !isBracketed && IpAddress.read(address).isEmpty() && withPort.matches();
        String host = isBracketed
                ? address.substring(1, address.length() - 1)
                : hasPort ? Optional.ofNullable(withPort.group(2)).orElse(withPort.group(1)) : address;
        boolean isKnown = isBracketed
                ? IpAddress.read(host).filter(ip -> ip.bits() == IpAddress.V6).isPresent()
                : isHost(host);
        if (!isKnown) problem(line, addressColumn, "\"" + shortened(address) + "\" is not an address or a host name");
        Optional<Integer> port = hasPort && isKnown
                ? port(line, addressColumn, withPort.group(3))
                : field(record, portColumn).flatMap(text -> port(line, portColumn, text));
        return new Place(
                IpAddress.read(host)
                        .map(IpAddress::unmapped)
                        .map(IpAddress::text)
                        .orElse(host),
                port);
    }

    private List<String> tags(CSVRecord record, int line, int column) {
        List<String> tags = field(record, column).stream()
                .flatMap(text -> Stream.of(text.split("[;|]")))
                .map(String::strip)
                .filter(tag -> !tag.isEmpty())
                .distinct()
                .toList();
        if (tags.size() > MOST_TAGS) problem(line, column, "more than " + MOST_TAGS + " tags");
        tags.stream()
                .filter(tag -> !TAG.matches(tag))
                .forEach(tag -> problem(
                        line,
                        column,
                        "\"" + shortened(tag) + "\" is no tag: up to 40 letters, digits, blanks, dots and hyphens"));
        return tags;
    }

    private static Optional<String> field(CSVRecord record, int column) {
        boolean there =
                column >= 0 && column < record.size() && !record.get(column).isEmpty();
        return there ? Optional.of(record.get(column)) : Optional.empty();
    }

    private Optional<String> bounded(CSVRecord record, int line, int column, int longest) {
        Optional<String> field = field(record, column);
        if (field.isPresent() && field.get().length() > longest)
            problem(line, column, "longer than " + longest + " characters");
        return field;
    }

    private Optional<Integer> port(int line, int column, String text) {
        int port = PORT.matches(text) ? Integer.parseInt(text) : 0;
        if (port >= 1 && port <= 65_535) return Optional.of(port);
        problem(line, column, "\"" + shortened(text) + "\" is not a port from 1 to 65535");
        return Optional.empty();
    }

    /** Whether it is an address of IPv4 or IPv6, or the name of a host (RFC 1123). */
    public static boolean isHost(String host) {
        if (host.isEmpty() || host.length() > 253) return false;
        if (DIGITS_AND_DOTS.matches(host)) return IPV4.matches(host) && !host.endsWith(".");
        return IpAddress.read(host).isPresent() || HOST.matches(host);
    }

    private static String shortened(String text) {
        return text.length() <= 60 ? text : text.substring(0, 60) + "…";
    }

    private void problem(int line, int column, String message) {
        if (problems.size() < 100) problems.add(new ListProblem(line, column, message));
    }
}
