package chaperone.server.document;

import chaperone.server.problem.ProblemException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import tools.jackson.databind.json.JsonMapper;

/**
 * A list that can be saved. CSV and JSON have all of its columns, moments as RFC 3339 has them; paper those that fit on it.
 *
 * @param name of the file, without its ending
 * @param printed the columns that stand on paper
 */
public record ListFile(String name, String title, List<String> columns, List<String> printed) {
    /** A page for each forty rows: nobody reads more on paper. */
    private static final int MOST_PRINTED = 2000;

    private static final int SHORT = 19;

    private static final JsonMapper JSON = JsonMapper.builder().build();

    public ListFile {
        columns = List.copyOf(columns);
        printed = List.copyOf(printed);
        if (!columns.containsAll(printed)) throw new IllegalArgumentException(name + " prints a column it has not");
    }

    /**
     * What is to be saved.
     *
     * @param said what was asked for, in words
     * @param rows each with a value for every column
     * @param matching how many rows there are in all
     */
    public record Rows(String said, List<Object[]> rows, long matching) {
        public Rows {
            rows = List.copyOf(rows);
        }

        /** @param lack what the rows do not tell; said on paper */
        public Rows with(Optional<String> lack) {
            return lack.map(words -> new Rows(said + " " + words, rows, matching))
                    .orElse(this);
        }

        public static Rows all(String said, List<Object[]> rows) {
            return new Rows(said, rows, rows.size());
        }
    }

    /** Who saves it, and when. */
    public record Maker(String account, Instant at) {}

    /** @throws ProblemException if a file for programs would lack rows: it is not to be taken for whole */
    public ResponseEntity<byte[]> in(FileFormat format, Rows rows, Maker maker) {
        boolean isWhole = rows.matching() <= rows.rows().size();
        if (!isWhole && format.isForPrograms()) throw tooMany(rows);
        byte[] bytes = switch (format) {
            case CSV -> CsvText.of(columns, rows.rows()).getBytes(StandardCharsets.UTF_8);
            case JSON -> JSON.writeValueAsBytes(objects(rows.rows()));
            case PDF, HTML -> printed(rows, maker).in(format);
        };
        return SavedFile.of(name + "." + format.ending(), format.type(), bytes);
    }

    private static ProblemException tooMany(Rows rows) {
        return new ProblemException(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "too-many-rows",
                "There are %,d rows, and a file holds %,d."
                        .formatted(rows.matching(), rows.rows().size()),
                "Ask for fewer: a shorter span, fewer devices.");
    }

    private List<Map<String, Object>> objects(List<Object[]> rows) {
        return rows.stream().map(this::object).toList();
    }

    private Map<String, Object> object(Object[] row) {
        Map<String, Object> object = new LinkedHashMap<>();
        for (int i = 0; i < row.length; i++) object.put(columns.get(i), isPlain(row[i]) ? row[i] : row[i].toString());
        return object;
    }

    private static boolean isPlain(Object cell) {
        return cell instanceof Number || cell instanceof Boolean || cell instanceof String;
    }

    private PdfDocument printed(Rows rows, Maker maker) {
        List<Object[]> some = rows.rows().subList(0, Math.min(rows.rows().size(), MOST_PRINTED));
        String count = some.size() < rows.matching()
                ? "The first %,d of %,d.".formatted(some.size(), rows.matching())
                : "%,d in all.".formatted(some.size());
        PdfDocument page =
                new PdfDocument(title, rows.said() + " " + count + " Times are UTC.", maker.account(), maker.at());
        int[] places = printed.stream().mapToInt(columns::indexOf).toArray();
        List<List<String>> cells = new ArrayList<>();
        for (Object[] row : some)
            cells.add(IntStream.of(places).mapToObj(place -> shown(row[place])).toList());
        page.table(printed, cells, looks(some, places, cells));
        return page;
    }

    /** A column of short texts is not broken; the long ones share what is left of the page. */
    private static List<String> looks(List<Object[]> rows, int[] places, List<List<String>> cells) {
        List<String> looks = new ArrayList<>();
        for (int i = 0; i < places.length; i++) {
            int column = i;
            boolean isNumber = !rows.isEmpty() && rows.get(0)[places[i]] instanceof Number;
            boolean isShort = cells.stream().allMatch(row -> row.get(column).length() <= SHORT);
            looks.add(isNumber ? "number short" : isShort ? "short" : "");
        }
        return looks;
    }

    private static String shown(Object cell) {
        if (!(cell instanceof Instant moment)) return cell.toString();
        String said = moment.truncatedTo(ChronoUnit.SECONDS).toString();
        return said.replace('T', ' ').replace("Z", "");
    }
}
