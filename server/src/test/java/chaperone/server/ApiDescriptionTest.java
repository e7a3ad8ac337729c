package chaperone.server;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** The front end's types come from the committed description: it must be the server's own. */
class ApiDescriptionTest {
    private static final Path COMMITTED = Path.of("../web/src/lib/api/openapi.json");
    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(SerializationFeature.INDENT_OUTPUT, SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS)
            .build();

    @Test
    void theCommittedDescriptionIsTheServersOwn() throws IOException {
        try (TestServer server = TestServer.start(DevicePorts.next())) {
            JsonNode served = server.as(Role.VIEWER).get("/v3/api-docs").json(200);
            Path fresh = Files.createDirectories(Path.of("target")).resolve("openapi.json");
            Files.writeString(fresh, JSON.writeValueAsString(JSON.treeToValue(served, Object.class)) + "\n");
            JsonNode committed = JSON.readTree(Files.exists(COMMITTED) ? Files.readString(COMMITTED) : "{}");
            assertThat(committed)
                    .as("copy server/target/openapi.json to web/src/lib/api and run: npm run types")
                    .isEqualTo(served);
        }
    }
}
