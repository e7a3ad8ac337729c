package chaperone.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Accounts, the tokens of programs, and the log of what both do. */
class AccountApiTest {
    private static final String ANOTHER_PASSWORD = "quite another one";

    private static TestServer server;
    private static Api administrator;
    private static JdbcClient database;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        administrator = server.as(Role.ADMINISTRATOR);
        database = server.context().getBean(JdbcClient.class);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @Test
    void aTokenDoesWhatItsScopeAllowsUntilItIsEnded() throws Exception {
        Api engineer = person("token.owner", "ENGINEER");
        String reads = token(engineer, "reads", "VIEWER");
        String acts = token(engineer, "acts", "ENGINEER");

        assertThat(program("GET", "/api/devices", reads)).isEqualTo(200);
        assertThat(program("POST", "/api/copies", reads)).isEqualTo(403);
        assertThat(program("POST", "/api/copies", acts)).isEqualTo(400);
        assertThat(program("GET", "/api/devices", acts + "x")).isEqualTo(401);
        assertThat(program("GET", "/api/account/tokens", acts))
                .as("a program gives itself no token")
                .isEqualTo(403);

        long id = tokenNamed(engineer, "reads").get("id").asLong();
        assertThat(engineer.delete("/api/account/tokens/" + id).status()).isEqualTo(204);
        assertThat(program("GET", "/api/devices", reads)).isEqualTo(401);
        assertThat(tokenNamed(engineer, "acts").get("lastUsedAt").asString()).isNotEmpty();
    }

    @Test
    void aTokenIsNeverWiderThanItsAccountNorOutlivesIt() throws Exception {
        Api engineer = person("narrowed", "ENGINEER");
        Map<String, Object> wide = Map.of("name", "wide", "scope", "ADMINISTRATOR", "days", 1);
        assertThat(engineer.post("/api/account/tokens", wide)
                        .json(422)
                        .get("code")
                        .asString())
                .isEqualTo("scope-too-wide");
        String acts = token(engineer, "acts", "ENGINEER");

        change("narrowed", "VIEWER", false);
        assertThat(program("GET", "/api/devices", acts)).isEqualTo(401);
        change("narrowed", "ENGINEER", true);
        assertThat(program("GET", "/api/devices", acts)).isEqualTo(401);
        change("narrowed", "ENGINEER", false);
        assertThat(program("GET", "/api/devices", acts)).isEqualTo(200);

        database.sql("update api_token set ends_at = now() - interval '1 second' where name = 'acts'")
                .update();
        assertThat(program("GET", "/api/devices", acts)).isEqualTo(401);
    }

    @Test
    void aLockedAccountIsOutAtOnceAndCannotComeBack() {
        Api viewer = person("to.be.locked", "VIEWER");
        viewer.get("/api/devices").json(200);
        change("to.be.locked", "VIEWER", true);
        assertThat(viewer.get("/api/devices").status()).isEqualTo(401);
        Api again = new Api(server.address());
        again.get("/api/session");
        again.post("/api/session", Map.of("name", "to.be.locked", "password", TestServer.PASSWORD))
                .json(401);
    }

    @Test
    void aNewPasswordEndsTheOtherSessions() {
        Api here = person("moves", "VIEWER");
        Api there = new Api(server.address()).logIn("moves", TestServer.PASSWORD);
        Map<String, String> wrong = Map.of("present", "not this one", "next", ANOTHER_PASSWORD);
        assertThat(here.put("/api/account/password", wrong)
                        .json(422)
                        .get("code")
                        .asString())
                .isEqualTo("wrong-password");
        Map<String, String> right = Map.of("present", TestServer.PASSWORD, "next", ANOTHER_PASSWORD);
        assertThat(here.put("/api/account/password", right).status()).isEqualTo(204);
        here.get("/api/session").json(200);
        there.get("/api/session").json(401);
        new Api(server.address()).logIn("moves", ANOTHER_PASSWORD);
    }

    @Test
    void somebodyIsLeftToManageAccounts() {
        Map<String, Object> less = Map.of("fullName", "Administrator", "role", "VIEWER", "locked", false);
        assertThat(administrator
                        .put("/api/accounts/administrator", less)
                        .json(409)
                        .get("code")
                        .asString())
                .isEqualTo("last-administrator");
    }

    @Test
    void anAccountsNameIsTakenOnceAndItsPasswordIsLong() {
        person("only.one", "VIEWER");
        assertThat(administrator
                        .post("/api/accounts", account("only.one", "VIEWER", TestServer.PASSWORD))
                        .status())
                .isEqualTo(409);
        assertThat(administrator
                        .post("/api/accounts", account("short", "VIEWER", "eleven char"))
                        .json(400)
                        .get("detail")
                        .asString())
                .containsIgnoringCase("password")
                .doesNotContain("eleven char");
    }

    @Test
    void theLogSaysWhoDidWhatFromWhere() throws Exception {
        Api engineer = person("logged", "ENGINEER");
        String acts = token(engineer, "night run", "ENGINEER");
        program("DELETE", "/api/devices/no-such-device", acts);
        person("looker", "VIEWER").post("/api/copies", Map.of("devices", List.of()));

        JsonNode removed = newest("act=removed%20a%20device&who=logged");
        assertThat(removed.get("token").asString()).isEqualTo("night run");
        assertThat(removed.get("object").asString()).isEqualTo("no-such-device");
        assertThat(removed.get("from").asString()).isEqualTo("127.0.0.1");
        assertThat(removed.get("outcome").asString()).isEqualTo("REFUSED");
        assertThat(newest("who=looker&text=api/copies").get("outcome").asString())
                .isEqualTo("REFUSED");
        String everything = administrator.get("/api/audit.csv").body();
        assertThat(everything).contains("logged in").doesNotContain(TestServer.PASSWORD, acts);
    }

    @Test
    void anUnknownNameMayBeAPasswordAndIsNotWrittenDown() {
        Api somebody = new Api(server.address());
        somebody.get("/api/session");
        somebody.post("/api/session", Map.of("name", "hunter-gatherer", "password", "x"));
        assertThat(newest("text=unknown%20name").get("outcome").asString()).isEqualTo("REFUSED");
        assertThat(administrator.get("/api/audit.csv").body()).doesNotContain("hunter-gatherer");
    }

    @Test
    void theLogCannotBeAlteredAndShowsItIfItWas() {
        for (int i = 0; i < 3; i++) person("chained." + i, "VIEWER");
        assertThatThrownBy(() -> database.sql("delete from audit_entry").update())
                .hasMessageContaining("only grows");
        assertThatThrownBy(() -> database.sql("truncate audit_entry").update()).hasMessageContaining("only grows");
        JsonNode whole = administrator.get("/api/audit/check").json(200);
        assertThat(whole.has("broken")).isFalse();
        long last = whole.get("entries").asLong();

        List<String> meddling = new ArrayList<>();
        meddling.add("update audit_entry set who = 'watch' where number = " + (last - 1));
        meddling.add("update audit_entry set at = at + interval '1 second' where number = " + (last - 1));
        meddling.add(
                "update audit_entry set act = act || 'x', object = substr(object, 2) where number = " + (last - 1));
        meddling.add("delete from audit_entry where number = " + (last - 1));
        for (String deed : meddling) {
            assertThat(brokenAfter(deed)).as(deed).isEqualTo(last - 1);
        }
        assertThat(administrator.get("/api/audit/check").json(200).has("broken"))
                .isFalse();
    }

    /** Does what the database refuses to everybody but its owner, asks for the check, and undoes it. */
    private static long brokenAfter(String meddling) {
        database.sql("create table kept as select * from audit_entry").update();
        database.sql("alter table audit_entry disable trigger user").update();
        try {
            database.sql(meddling).update();
            return administrator.get("/api/audit/check").json(200).get("broken").asLong();
        } finally {
            database.sql("delete from audit_entry").update();
            database.sql("insert into audit_entry select * from kept").update();
            database.sql("alter table audit_entry enable trigger user").update();
            database.sql("drop table kept").update();
        }
    }

    private static Api person(String name, String role) {
        administrator
                .post("/api/accounts", account(name, role, TestServer.PASSWORD))
                .status();
        return new Api(server.address()).logIn(name, TestServer.PASSWORD);
    }

    private static Map<String, Object> account(String name, String role, String password) {
        return Map.of("name", name, "fullName", name + " of the tests", "role", role, "password", password);
    }

    private static void change(String name, String role, boolean locked) {
        Map<String, Object> change = Map.of("fullName", name, "role", role, "locked", locked);
        assertThat(administrator.put("/api/accounts/" + name, change).status()).isEqualTo(204);
    }

    private static String token(Api owner, String name, String scope) {
        return owner.post("/api/account/tokens", Map.of("name", name, "scope", scope, "days", 30))
                .json(201)
                .get("token")
                .asString();
    }

    private static JsonNode tokenNamed(Api owner, String name) {
        return owner.get("/api/account/tokens")
                .json(200)
                .valueStream()
                .filter(token -> token.get("name").asString().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private static JsonNode newest(String sought) {
        return administrator
                .get("/api/audit?" + sought)
                .json(200)
                .get("entries")
                .get(0);
    }

    /** A program has no cookies, only its token. */
    private static int program(String method, String path, String token) throws Exception {
        HttpRequest request = HttpRequest.newBuilder(URI.create(server.address() + path))
                .header("Authorization", "Bearer " + token)
                .header("Content-Type", "application/json")
                .method(method, HttpRequest.BodyPublishers.ofString(method.equals("POST") ? "{}" : ""))
                .build();
        return HttpClient.newHttpClient()
                .send(request, BodyHandlers.discarding())
                .statusCode();
    }
}
