package chaperone.server.clause;

import chaperone.server.problem.ProblemException;
import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/** What sites fill in, as a table with a row a site (RFC 4180). */
final class ValuesCsv {
    static final String SITE = "site";
    private static final Pattern FIELD = Pattern.compile("[a-z][a-z0-9-]{0,39}");
    private static final Pattern QUOTED_FORMULA = Pattern.compile("'[=+\\-@\t\r].*", Pattern.DOTALL);
    private static final int LONGEST = 500;

    private ValuesCsv() {}

    /** @throws ProblemException naming the line and the field that cannot be read */
    static Map<String, Map<String, String>> read(String csv, Set<String> sites) {
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setHeader()
                .setSkipHeaderRecord(true)
                .setTrim(true)
                .setIgnoreEmptyLines(true)
                .get();
        try (CSVParser parser = format.parse(new StringReader(withoutMark(csv).strip()))) {
            List<String> fields = fields(parser);
            Map<String, Map<String, String>> values = new LinkedHashMap<>();
            for (CSVRecord row : parser) {
                String site = row.get(0);
                if (!sites.contains(site)) throw wrong(row, SITE, "there is no site \"" + site + "\"");
                if (values.put(site, values(row, fields)) != null)
                    throw wrong(row, SITE, "\"" + site + "\" stands there twice");
            }
            return values;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (UncheckedIOException | IllegalArgumentException | IllegalStateException e) {
            throw ProblemException.ofField("csv", "It is no CSV: " + e.getMessage());
        }
    }

    /** Spreadsheets begin a file with the mark of its byte order. */
    private static String withoutMark(String csv) {
        return csv.startsWith("\uFEFF") ? csv.substring(1) : csv;
    }

    private static List<String> fields(CSVParser parser) {
        List<String> names = parser.getHeaderNames();
        if (names.isEmpty() || !names.get(0).equals(SITE))
            throw ProblemException.ofField("csv", "Line 1: the first column has to be \"site\".");
        for (String name : names.subList(1, names.size())) {
            if (!FIELD.matcher(name).matches())
                throw ProblemException.ofField("csv", "Line 1: \"" + name + "\" is no name of a field.");
        }
        if (new HashSet<>(names).size() != names.size())
            throw ProblemException.ofField("csv", "Line 1: a field stands there twice.");
        return names.subList(1, names.size());
    }

    private static Map<String, String> values(CSVRecord row, List<String> fields) {
        if (!row.isConsistent()) throw wrong(row, "csv", "it has " + row.size() + " cells");
        Map<String, String> values = new LinkedHashMap<>();
        for (String field : fields) {
            String cell = row.get(field);
            // A list that was saved here has it so: a spreadsheet would take it for a formula.
            String value = QUOTED_FORMULA.matcher(cell).matches() ? cell.substring(1) : cell;
            if (value.length() > LONGEST) throw wrong(row, field, "it is longer than " + LONGEST + " letters");
            if (!value.isEmpty()) values.put(field, value);
        }
        return values;
    }

    private static ProblemException wrong(CSVRecord row, String field, String what) {
        return ProblemException.ofField(
                "csv", "Line " + (row.getRecordNumber() + 1) + ", " + field + ": " + what + ".");
    }
}
