package chaperone.server.api;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** A table to be saved: as RFC 4180 has it, in UTF-8. */
public final class CsvFile {

    /** What a spreadsheet takes for the beginning of a formula. */
    private static final String FORMULA = "=+-@\t\r";

    private CsvFile() {}

    /** A text that would be a formula stands behind an apostrophe, as spreadsheets themselves write it. */
    private static Object harmless(Object cell) {
        boolean isFormula = cell instanceof String text && !text.isEmpty() && FORMULA.indexOf(text.charAt(0)) >= 0;
        return isFormula ? "'" + cell : cell;
    }

    /** @param rows each with a value for every column; moments as RFC 3339 has them */
    public static ResponseEntity<String> of(String name, List<String> columns, Iterable<Object[]> rows) {
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setHeader(columns.toArray(String[]::new))
                .get();
        StringBuilder csv = new StringBuilder();
        try (CSVPrinter printer = new CSVPrinter(csv, format)) {
            for (Object[] row : rows) printer.printRecord(Stream.of(row).map(CsvFile::harmless));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("text/csv;charset=UTF-8"))
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment().filename(name).build().toString())
                .body(csv.toString());
    }
}
