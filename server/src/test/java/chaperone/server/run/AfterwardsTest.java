package chaperone.server.run;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.FourFamilies;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import tools.jackson.databind.JsonNode;

/** What there is of a change when it has run: its report, and the way back to a point before it. */
@Timeout(120)
class AfterwardsTest {
    private static FourFamilies four;

    @BeforeAll
    static void start() {
        four = new FourFamilies(DevicePorts.next());
    }

    @AfterAll
    static void stop() {
        four.close();
    }

    @BeforeEach
    void settle() {
        four.settle();
    }

    /** The devices of a change alone, or all; what others than changes did is not meant. */
    @Test
    void everythingIsUndoneBackToAPoint() {
        Map<String, String> before = four.kept();
        long first = ran(Map.of("brkw-acc-1", "vlan 401 \"first\""));
        long second = ran(Map.of("brkw-acc-1", "vlan 402 \"second\"", "mv-curlew-sw-1", "{ \"welcome\": \"second\" }"));
        long third = ran(Map.of("mv-curlew-sw-1", "{ \"welcome\": \"third\" }"));
        String between = four.kept().get("mv-curlew-sw-1");

        JsonNode later = four.engineer.get("/api/changes/" + first + "/later").json(200);
        assertThat(later).hasSize(2);
        assertThat(later.at("/0/number").asLong()).isEqualTo(third);
        assertThat(later.at("/0/shared")).isEmpty();
        assertThat(later.at("/1/number").asLong()).isEqualTo(second);
        assertThat(later.at("/1/shared/0").asString()).isEqualTo("brkw-acc-1");

        four.undo(first, "SAME_DEVICES");
        assertThat(four.kept())
                .containsEntry("brkw-acc-1", before.get("brkw-acc-1"))
                .containsEntry("mv-curlew-sw-1", between);
        // What was undone by now is undone and done again on the way: it comes to the same.
        four.undo(first, "ALL");
        assertThat(four.kept()).isEqualTo(before);
        assertThat(four.engineer
                        .post("/api/changes/" + four.newChange("draft") + "/undo?later=ALL", Map.of())
                        .status())
                .isEqualTo(409);
    }

    private static long ran(Map<String, String> lines) {
        long change = four.newChange("for the point");
        lines.forEach((device, line) -> four.add(four.lines(change, device, List.of(line))));
        four.approve(change);
        assertThat(four.states(four.run(change)).values()).containsOnly("KEPT");
        return change;
    }

    /** On paper and for programs: the same as the pages tell, with no secret. */
    @Test
    void aReportTellsAllThatIsOnRecord() throws IOException {
        long change = ran(Map.of(
                "brkw-acc-1", "account guest level admin secret tide-secret-9",
                "mv-curlew-sw-1", "{ \"welcome\": \"reported\" }"));
        String path = "/api/changes/" + change + "/report.";
        Api.Answer json = four.engineer.get(path + "json");
        assertThat(json.json(200).at("/change/number").asLong()).isEqualTo(change);
        assertThat(json.json().at("/runs/0/run"))
                .isEqualTo(four.engineer
                        .get("/api/changes/" + change + "/runs")
                        .json(200)
                        .get(0));
        for (JsonNode device : json.json().at("/runs/0/devices")) {
            String name = device.at("/device/device").asString();
            assertThat(device.get("told"))
                    .isEqualTo(four.engineer
                            .get("/api/changes/" + change + "/runs/1/devices/" + name)
                            .json(200));
        }
        byte[] pdf = four.engineer.get(path + "pdf").raw().body();
        String text;
        try (PDDocument pages = Loader.loadPDF(pdf)) {
            text = new PDFTextStripper().getText(pages);
        }
        assertThat(text)
                .contains("C-" + change, "brkw-acc-1", "mv-curlew-sw-1", "approver", "Run 1: kept on all")
                .contains("The conversation, word for word", "not account guest");
        String html = four.engineer.get(path + "html").body();
        assertThat(html).startsWith("<!DOCTYPE html>").contains("C-" + change, "The conversation, word for word");
        assertThat(text + json.body() + html).doesNotContain("tide-secret-9");
        assertThat(four.engineer.get(path + "csv").status()).isEqualTo(404);
        four.settle();
    }
}
