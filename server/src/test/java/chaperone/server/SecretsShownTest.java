package chaperone.server;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.revision.Past;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** No secret of a configuration stands in any answer to somebody who may not see it, whatever the layout. */
@Timeout(120)
class SecretsShownTest {
    private static TestServer server;
    private static Api viewer;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        viewer = server.as(Role.VIEWER);
        server.bringIn(server.as(Role.ENGINEER), "127.20.1.21\n127.20.1.2\n127.20.9.31\n127.20.21.11\n");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    /** Each text is written with two secrets, kept as revisions of a device, and looked at from every side. */
    @ParameterizedTest
    @CsvSource(delimiterString = " => ", quoteCharacter = '`', textBlock = """
        corvane => brkw-acc-1 => account a level admin secret {1}~admin-secret "{2} x"~port 1~  text "a"
        altamont => brkw-rtr-1 => system { account a { secret "{1}"; } account b { secret~ "{2}\\"y"; } }
        brisling => ald-wall-1 => admin a hash {1} z~admin b hash {2}
        pellon => mv-avocet-sw-1 => {"accounts":[{"name":"a","secret":"{1}"},{"secret"~:~"{2}","name":"b"}]}
        plain-netconf => - => <a><user><name>x</name><password kind="{2}"><![CDATA[{1}]]></password></user></a>
        """)
    void noAnswerHoldsASecret(String platform, String device, String layout) {
        List<String> secrets = List.of("K7f3aQ1", "K7f3aQ2", "K9c1bQ3", "K9c1bQ4");
        String first = text(layout, secrets.get(0), secrets.get(1));
        String second = text(layout, secrets.get(2), secrets.get(3));
        List<Api.Answer> answers = new ArrayList<>();
        for (String form : List.of("/api/compare", "/api/compare/structure")) {
            for (boolean noise : List.of(true, false)) {
                answers.add(viewer.post(
                        form,
                        Map.of(
                                "platform",
                                platform,
                                "before",
                                Map.of("text", first),
                                "after",
                                Map.of("text", second),
                                "noise",
                                noise)));
            }
        }
        answers.add(viewer.post("/api/platforms/" + platform + "/read", Map.of("text", first)));
        if (!device.equals("-")) {
            Past.of(server, device, List.of(first, second));
            String base = "/api/devices/" + device;
            JsonNode kept = viewer.get(base + "/revisions").json(200);
            int newest = kept.get(kept.size() - 1).get("number").asInt();
            for (int number : new int[] {newest, newest - 1}) {
                answers.add(viewer.get(base + "/revisions/" + number + "/lines"));
                answers.add(viewer.get(base + "/revisions/" + number + "/outline"));
            }
            answers.add(viewer.post(
                    "/api/compare",
                    Map.of(
                            "before",
                            Map.of("device", device, "number", newest - 1),
                            "after",
                            Map.of("device", device, "number", newest))));
            answers.add(viewer.get(base));
            answers.add(viewer.get(base + "/events"));
            answers.add(viewer.get("/api/jobs"));
            String file = viewer.get(base + "/revisions/" + newest + "/masked").body();
            assertThat(file).isNotBlank();
            for (String secret : secrets) assertThat(file).doesNotContain(secret);
            assertThat(viewer.get(base + "/revisions/" + newest + "/text").status())
                    .isEqualTo(403);
        }
        for (Api.Answer answer : answers) {
            answer.json(200);
            for (String secret : secrets)
                assertThat(answer.body().replace("\\u0000", "")).doesNotContain(secret);
        }
        JsonNode lines = viewer.post(
                        "/api/compare",
                        Map.of("platform", platform, "before", Map.of("text", first), "after", Map.of("text", second)))
                .json(200);
        assertThat(lines.get("counts").get("modified").asInt())
                .as("that they differ is seen all the same")
                .isPositive();
    }

    /** What is compared is what the devices said: tags are long enough to tell all of them apart, and need the key. */
    @Test
    void secretsThatDifferAreADifference() {
        for (int i = 0; i < 300; i++) {
            Map<String, Object> request = Map.of(
                    "platform", "corvane",
                    "before", Map.of("text", "admin-secret c1.%06x".formatted(i * 7)),
                    "after", Map.of("text", "admin-secret c1.%06x".formatted(i * 7 + 1)));
            JsonNode answer = viewer.post("/api/compare", request).json(200);
            assertThat(answer.get("counts").get("modified").asInt()).isOne();
            JsonNode row = answer.get("sections").get(0).get("rows").get(0);
            assertThat(row.get("before").get("spans").toString())
                    .isNotEqualTo(row.get("after").get("spans").toString());
        }
    }

    private static String text(String layout, String one, String other) {
        return layout.replace("{1}", one).replace("{2}", other).replace('~', '\n');
    }
}
