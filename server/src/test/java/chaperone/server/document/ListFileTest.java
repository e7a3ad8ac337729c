package chaperone.server.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chaperone.server.document.ListFile.Maker;
import chaperone.server.document.ListFile.Rows;
import chaperone.server.problem.ProblemException;
import java.io.IOException;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.stream.IntStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Files are read back by other means than they were written with. */
class ListFileTest {
    private static final Instant AT = Instant.parse("2026-11-29T02:22:10.123Z");
    private static final Maker MAKER = new Maker("r.anand", AT);
    private static final ListFile LIST = new ListFile(
            "ports", "Ports", List.of("device", "port", "seen", "secret of none"), List.of("device", "port", "seen"));

    @Test
    void everyFormatHasEveryRow() throws IOException {
        List<Object[]> rows = IntStream.range(0, 150)
                .mapToObj(i -> new Object[] {"brkw-acc-" + i, i, AT.plusSeconds(i), "left out " + i})
                .toList();
        Rows all = Rows.all("Of Brackwater.", rows);

        JsonNode json = JsonMapper.builder().build().readTree(bytes(FileFormat.JSON, all));
        assertThat(json).hasSize(150);
        assertThat(json.get(149).get("port").asInt()).isEqualTo(149);
        assertThat(json.get(149).get("seen").asString()).isEqualTo("2026-11-29T02:24:39.123Z");

        var csv = CSVFormat.RFC4180
                .builder()
                .setHeader()
                .setSkipHeaderRecord(true)
                .get()
                .parse(new StringReader(new String(bytes(FileFormat.CSV, all), StandardCharsets.UTF_8)))
                .getRecords();
        assertThat(csv).hasSize(150);
        assertThat(csv.get(7).get("secret of none")).isEqualTo("left out 7");

        try (PDDocument pdf = Loader.loadPDF(bytes(FileFormat.PDF, all))) {
            String text = new PDFTextStripper().getText(pdf);
            int pages = pdf.getNumberOfPages();
            assertThat(pages).isGreaterThan(3);
            IntStream.rangeClosed(1, pages).forEach(page -> assertThat(text).contains(page + " of " + pages));
            rows.forEach(row -> assertThat(text).contains(row[0].toString()));
            assertThat(text)
                    .contains("Of Brackwater. 150 in all. Times are UTC.")
                    .contains("made by r.anand, 2026-11-29T02:22:10Z")
                    .contains("2026-11-29 02:24:39")
                    .doesNotContain("left out");
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<script>alert(1)</script> &amp; ]]> <!--",
                "]]>",
                "' onload=x \"",
                "a\u0000b\u001b[31m\ufffe",
                "\ud800 alone",
                "\ud83d\ude80 \u0627\u0644\u0639 \u4e2d\u6587",
                "",
                "\u017elu\u0165ou\u010dk\u00fd"
            })
    void anyTextIsOnlyText(String text) throws IOException {
        String row = "row " + text + " end";
        Rows rows = Rows.all(text, List.<Object[]>of(new Object[] {row, 1, AT, text}));
        try (PDDocument pdf = Loader.loadPDF(bytes(FileFormat.PDF, rows))) {
            assertThat(pdf.getNumberOfPages()).isEqualTo(1);
            assertThat(new PDFTextStripper().getText(pdf).replaceAll("\\s", "")).contains("end");
        }
        if (!StandardCharsets.UTF_8.newEncoder().canEncode(text)) return;
        JsonNode json = JsonMapper.builder().build().readTree(bytes(FileFormat.JSON, rows));
        assertThat(json.get(0).get("device").asString()).isEqualTo(row);
    }

    @Test
    void aLongWordStaysOnThePage() throws IOException {
        Rows rows = Rows.all("", List.<Object[]>of(new Object[] {"x".repeat(900) + "END", 1, AT, ""}));
        try (PDDocument pdf = Loader.loadPDF(bytes(FileFormat.PDF, rows))) {
            String text = new PDFTextStripper().getText(pdf).replaceAll("\\s", "");
            assertThat(text).contains("x".repeat(20)).contains("END");
        }
    }

    @Test
    void whatIsNotWholeIsOnlyForReading() {
        Rows some = new Rows("", List.<Object[]>of(new Object[] {"a", 1, AT, ""}), 31_200);
        for (FileFormat format : List.of(FileFormat.CSV, FileFormat.JSON))
            assertThatThrownBy(() -> bytes(format, some))
                    .isInstanceOf(ProblemException.class)
                    .hasMessage("There are 31,200 rows, and a file holds 1.");
        assertThat(bytes(FileFormat.PDF, some)).startsWith("%PDF".getBytes(StandardCharsets.US_ASCII));
    }

    @Test
    void otherKindsOfFilesAreNone() {
        assertThatThrownBy(() -> FileFormat.of("exe")).hasMessage("There is no kind of file \"exe\".");
        assertThatThrownBy(() -> FileFormat.of("CSV")).isInstanceOf(ProblemException.class);
    }

    private static byte[] bytes(FileFormat format, Rows rows) {
        return java.util.Objects.requireNonNull(LIST.in(format, rows, MAKER).getBody());
    }
}
