package chaperone.server.document;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/** A table as RFC 4180 has it. */
final class CsvText {

    /** What a spreadsheet takes for the beginning of a formula. */
    private static final String FORMULA = "=+-@\t\r";

    private CsvText() {}

    static String of(List<String> columns, List<Object[]> rows) {
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setHeader(columns.toArray(String[]::new))
                .get();
        StringBuilder csv = new StringBuilder();
        try (CSVPrinter printer = new CSVPrinter(csv, format)) {
            for (Object[] row : rows) printer.printRecord(Stream.of(row).map(CsvText::harmless));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return csv.toString();
    }

    /** A text that would be a formula stands behind an apostrophe, as spreadsheets themselves write it. */
    private static Object harmless(Object cell) {
        boolean isFormula = cell instanceof String text && !text.isEmpty() && FORMULA.indexOf(text.charAt(0)) >= 0;
        return isFormula ? "'" + cell : cell;
    }
}
