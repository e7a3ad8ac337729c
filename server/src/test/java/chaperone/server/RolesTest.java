package chaperone.server;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.audit.Audited;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import java.lang.reflect.ParameterizedType;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** Endpoint by endpoint: which role may call it. An endpoint that is missing here fails the test. */
class RolesTest {
    private static final String TABLE = """
        GET    /api/devices                                   | VIEWER
        GET    /api/devices.{format}                          | VIEWER
        GET    /api/query-help                                | VIEWER
        POST   /api/devices/remove                            | ENGINEER
        POST   /api/devices/edit                              | ENGINEER
        GET    /api/sites                                     | VIEWER
        PUT    /api/sites/{code}                              | ENGINEER
        DELETE /api/sites/{code}                              | ENGINEER
        GET    /api/fleet-views                               | VIEWER
        PUT    /api/fleet-views/{name}                        | VIEWER
        DELETE /api/fleet-views/{name}                        | VIEWER
        GET    /api/releases                                  | VIEWER
        GET    /api/map                                       | VIEWER
        PUT    /api/map/places                                | ENGINEER
        DELETE /api/map/places                                | ENGINEER
        POST   /api/map/notes                                 | ENGINEER
        POST   /api/map/notes/{id}/seen                       | VIEWER
        DELETE /api/map/notes/{id}                            | ENGINEER
        GET    /api/history                                   | VIEWER
        GET    /api/history/summary                           | VIEWER
        GET    /api/history/changes.{format}                  | VIEWER
        POST   /api/history/accounted                         | ENGINEER, APPROVER
        POST   /api/history/not-accounted                     | ENGINEER, APPROVER
        GET    /api/exports/history.bundle                    | ADMINISTRATOR
        GET    /api/exports/configurations.zip                | ADMINISTRATOR
        GET    /api/exports/masked-configurations.zip         | VIEWER
        GET    /api/search/lines                              | VIEWER
        GET    /api/search/lines.{format}                     | VIEWER
        GET    /api/search/others                             | VIEWER
        GET    /api/search/past                               | VIEWER
        GET    /api/desk/answers                              | VIEWER
        POST   /api/past-configurations                       | ENGINEER
        POST   /api/past-configurations/preview               | ENGINEER
        GET    /api/past-configurations/{job}                 | VIEWER
        DELETE /api/past-configurations/{job}                 | ENGINEER
        GET    /api/freezes                                   | VIEWER
        GET    /api/freezes/now                               | VIEWER
        POST   /api/freezes                                   | ENGINEER, APPROVER
        POST   /api/freezes/{id}/lift                         | ENGINEER, APPROVER
        GET    /api/git                                       | ADMINISTRATOR
        PUT    /api/git                                       | ADMINISTRATOR
        POST   /api/git/update                                | ADMINISTRATOR
        GET    /api/desk/layout                               | VIEWER
        PUT    /api/desk/layout                               | VIEWER
        GET    /api/desk/notes                                | VIEWER
        POST   /api/desk/visits                               | VIEWER
        GET    /api/removals                                  | VIEWER
        POST   /api/removals/{id}/undo                        | VIEWER
        GET    /api/pairs                                     | VIEWER
        PUT    /api/pairs                                     | ENGINEER
        DELETE /api/pairs                                     | ENGINEER
        GET    /api/reading-plans                             | VIEWER
        PUT    /api/reading-plans                             | ENGINEER
        DELETE /api/reading-plans                             | ENGINEER
        GET    /api/groups                                    | VIEWER
        PUT    /api/groups/{name}                             | ENGINEER
        DELETE /api/groups/{name}                             | ENGINEER
        GET    /api/devices/{name}                            | VIEWER
        DELETE /api/devices/{name}                            | ENGINEER
        GET    /api/devices/{name}/revisions                  | VIEWER
        GET    /api/devices/{name}/revisions/{number}/lines/{line}/reason | VIEWER
        GET    /api/devices/{name}/revisions/{number}/lines   | VIEWER
        GET    /api/devices/{name}/revisions/{number}/text    | ENGINEER
        GET    /api/devices/{name}/revisions/{number}/masked  | VIEWER
        POST   /api/devices/{name}/revisions/{number}/whole   | ENGINEER
        GET    /api/devices/{name}/revisions/{number}/outline | VIEWER
        GET    /api/devices/{name}/revisions/{number}/origins | VIEWER
        POST   /api/devices/{name}/revisions/{number}/marks   | ENGINEER
        DELETE /api/devices/{name}/revisions/{number}/marks/{id} | ENGINEER
        GET    /api/revision-marks                            | VIEWER
        GET    /api/devices/{name}/revisions/{number}/parts   | VIEWER
        GET    /api/desk/waiting                              | VIEWER
        GET    /api/standards                                 | VIEWER
        GET    /api/standards/{name}                          | VIEWER
        PUT    /api/standards/{name}                          | ENGINEER
        DELETE /api/standards/{name}                          | ENGINEER
        POST   /api/standards/{name}/publish                  | ENGINEER
        GET    /api/shipped-clauses                           | VIEWER
        GET    /api/standards/{name}/yaml                     | VIEWER
        PUT    /api/standards/{name}/yaml                     | ENGINEER
        GET    /api/standards/{name}/exceptions               | VIEWER
        POST   /api/standards/{name}/exceptions               | ENGINEER
        DELETE /api/exceptions/{id}                           | ENGINEER
        GET    /api/standards/{name}/heat                     | VIEWER
        GET    /api/standards/{name}/findings/{device}/{tag}  | VIEWER
        GET    /api/standards/{name}/findings/{device}/{tag}/notes | VIEWER
        POST   /api/standards/{name}/findings/{device}/{tag}/notes | ENGINEER
        GET    /api/standards/{name}/results                  | VIEWER
        GET    /api/standards/{name}/matrix                   | VIEWER
        GET    /api/standards/{name}/report.{format}          | VIEWER
        GET    /api/standards/{name}/versions                 | VIEWER
        GET    /api/standards/{name}/versions/{number}/yaml   | VIEWER
        GET    /api/standards/{name}/versions/{number}/difference | VIEWER
        GET    /api/cases                                     | VIEWER
        GET    /api/people                                    | VIEWER
        GET    /api/cases/{number}                            | VIEWER
        POST   /api/cases                                     | ENGINEER, APPROVER
        PUT    /api/cases/{number}                            | ENGINEER, APPROVER
        POST   /api/cases/{number}/settle                     | ENGINEER, APPROVER
        POST   /api/cases/{number}/reopen                     | ENGINEER, APPROVER
        POST   /api/cases/{number}/items                      | ENGINEER, APPROVER
        DELETE /api/cases/{number}/items/{id}                 | ENGINEER, APPROVER
        POST   /api/cases/{number}/messages                   | ENGINEER, APPROVER
        GET    /api/findings                                  | VIEWER
        GET    /api/devices/{name}/revisions/{number}/lines/{line}/clause | VIEWER
        GET    /api/findings/ages                             | VIEWER
        GET    /api/standards/{name}/trend                    | VIEWER
        GET    /api/reviews                                   | VIEWER
        POST   /api/reviews                                   | ENGINEER, APPROVER
        GET    /api/reviews/{number}                          | VIEWER
        POST   /api/reviews/{number}/sign                     | VIEWER
        POST   /api/reviews/{number}/withdraw                 | ENGINEER, APPROVER
        GET    /api/reviews/{number}/report.{format}          | VIEWER
        GET    /api/boards                                    | VIEWER
        POST   /api/boards                                    | ENGINEER, APPROVER
        GET    /api/boards/{id}                               | VIEWER
        PUT    /api/boards/{id}                               | ENGINEER, APPROVER
        DELETE /api/boards/{id}                               | ENGINEER, APPROVER
        GET    /api/findings/list.{format}                    | VIEWER
        GET    /api/devices/{name}/verdicts                   | VIEWER
        POST   /api/changes/{number}/clause-trial             | VIEWER
        POST   /api/site-values/read                          | VIEWER
        POST   /api/site-values/table                         | VIEWER
        POST   /api/judging                                   | ENGINEER
        POST   /api/standards/trial                           | VIEWER
        POST   /api/standards/fleet-trial                     | VIEWER
        POST   /api/standards/past-trial                      | VIEWER
        GET    /api/templates                                 | VIEWER
        GET    /api/templates/{name}                          | VIEWER
        PUT    /api/templates/{name}                          | ENGINEER
        DELETE /api/templates/{name}                          | ENGINEER
        POST   /api/templates/{name}/fill                     | ENGINEER
        POST   /api/templates/{name}/edits                    | ENGINEER
        GET    /api/devices/{name}/ports                      | VIEWER
        POST   /api/devices/{name}/typed-lines                | ENGINEER
        GET    /api/devices/{name}/configuration              | VIEWER
        POST   /api/devices/{name}/configuration/edits        | ENGINEER
        POST   /api/devices/{name}/configuration/trial        | ENGINEER
        POST   /api/saves                                     | ENGINEER
        GET    /api/blocks                                    | VIEWER
        POST   /api/blocks/edits                              | ENGINEER
        POST   /api/change-edits/of-query                     | ENGINEER
        GET    /api/models                                    | VIEWER
        POST   /api/images                                    | ENGINEER
        POST   /api/images/{id}/digest-list                   | ENGINEER
        DELETE /api/images/{id}                               | ENGINEER
        PUT    /api/standard-releases                         | ENGINEER
        DELETE /api/standard-releases                         | ENGINEER
        GET    /api/drift                                     | VIEWER
        GET    /api/standing-rules                            | VIEWER
        GET    /api/standing-rules/concerned                  | VIEWER
        GET    /api/standing-rules/acts                       | VIEWER
        GET    /api/standing-rules/reach                      | VIEWER
        PUT    /api/standing-rules/{name}                     | ADMINISTRATOR
        DELETE /api/standing-rules/{name}                     | ADMINISTRATOR
        GET    /api/devices/{name}/agreed                     | VIEWER
        POST   /api/devices/{name}/agreed                     | ENGINEER
        GET    /api/changes                                   | VIEWER
        POST   /api/changes                                   | ENGINEER
        GET    /api/changes/draft                             | VIEWER
        GET    /api/changes/{number}                          | VIEWER
        PUT    /api/changes/{number}                          | ENGINEER
        GET    /api/changes/{number}/report.{format}          | VIEWER
        POST   /api/changes/{number}/rest                     | ENGINEER
        GET    /api/changes/{number}/outcome                  | VIEWER
        GET    /api/changes/{number}/later                    | VIEWER
        PUT    /api/changes/{number}/due                      | ENGINEER
        DELETE /api/changes/{number}/due                      | ENGINEER
        GET    /api/changes/{number}/preview                  | VIEWER
        GET    /api/changes/{number}/devices/{device}/comparison | VIEWER
        POST   /api/changes/{number}/propose                  | ENGINEER
        POST   /api/changes/{number}/approve                  | ENGINEER, APPROVER
        GET    /api/rollouts                                  | VIEWER
        POST   /api/rollouts                                  | ENGINEER
        GET    /api/rollouts/{number}                         | VIEWER
        POST   /api/rollouts/{number}/approve                 | ENGINEER, APPROVER
        POST   /api/rollouts/{number}/run                     | ENGINEER
        POST   /api/rollouts/{number}/pause                   | ENGINEER
        POST   /api/rollouts/{number}/drop                    | ENGINEER
        POST   /api/rollouts/{number}/decisions               | ENGINEER
        GET    /api/approval-rules                            | VIEWER
        PUT    /api/approval-rules                            | ADMINISTRATOR
        POST   /api/changes/{number}/back                     | ENGINEER, APPROVER
        POST   /api/changes/{number}/drop                     | ENGINEER
        POST   /api/change-edits                              | ENGINEER
        PUT    /api/changes/{number}/edits/{id}               | ENGINEER
        POST   /api/changes/{number}/edits/{id}/leave-out     | ENGINEER
        DELETE /api/changes/{number}/edits/{id}               | ENGINEER
        GET    /api/changes/{number}/runs                     | VIEWER
        GET    /api/changes/{number}/runs/{run}/devices/{device} | VIEWER
        POST   /api/changes/{number}/run                      | ENGINEER
        POST   /api/changes/{number}/stop                     | ENGINEER
        POST   /api/changes/{number}/undo                     | ENGINEER
        POST   /api/compare                                   | VIEWER
        POST   /api/compare/structure                         | VIEWER
        POST   /api/compare/diff                              | ENGINEER
        POST   /api/compare/diff/masked                       | VIEWER
        POST   /api/compare/rows.{format}                     | VIEWER
        GET    /api/noise-patterns                            | VIEWER
        POST   /api/noise-patterns                            | ENGINEER
        POST   /api/noise-patterns/proposal                   | ENGINEER
        POST   /api/noise-patterns/effect                     | ENGINEER
        DELETE /api/noise-patterns/{id}                       | ENGINEER
        GET    /api/retention                                 | VIEWER
        PUT    /api/retention                                 | ADMINISTRATOR
        GET    /api/retention/due                             | VIEWER
        POST   /api/retention/thin                            | ADMINISTRATOR
        GET    /api/integrity                                 | VIEWER
        POST   /api/integrity                                 | ENGINEER
        GET    /api/routines                                  | VIEWER
        POST   /api/routines/preview                          | VIEWER
        GET    /api/routines/{name}/runs                      | VIEWER
        PUT    /api/routines/{name}                           | ENGINEER
        DELETE /api/routines/{name}                           | ENGINEER
        POST   /api/routines/{name}/run                       | ENGINEER
        POST   /api/devices/{name}/output                     | ENGINEER
        GET    /api/devices/{name}/tables                     | VIEWER
        GET    /api/mac-places                                | VIEWER
        GET    /api/devices/{name}/tables/{kind}/readings     | VIEWER
        GET    /api/devices/{name}/tables/{kind}/difference   | VIEWER
        GET    /api/devices/{name}/events                     | VIEWER
        GET    /api/device-events                             | VIEWER
        PUT    /api/devices/{name}/telnet                     | ENGINEER
        GET    /api/fleet-edits                               | VIEWER
        POST   /api/fleet-edits/{id}/undo                     | ENGINEER
        POST   /api/devices/{name}/consoles                   | ENGINEER
        GET    /api/devices/{name}/consoles                   | VIEWER
        GET    /api/consoles/{id}                             | ENGINEER
        GET    /api/consoles/{id}/text                        | ENGINEER
        GET    /api/platforms                                 | VIEWER
        GET    /api/platforms/keys                            | VIEWER
        GET    /api/platforms/{name}                          | VIEWER
        GET    /api/platforms/{name}/texts/{number}           | VIEWER
        POST   /api/platforms/check                           | VIEWER
        POST   /api/platforms/{name}/read                     | VIEWER
        GET    /api/platforms/{name}/first-contact            | VIEWER
        POST   /api/platforms/{name}/first-contact/text       | ENGINEER
        POST   /api/platforms/{name}/first-contact/check      | ENGINEER
        POST   /api/platforms/{name}/try                      | ADMINISTRATOR
        PUT    /api/platforms/{name}                          | ADMINISTRATOR
        DELETE /api/platforms/{name}                          | ADMINISTRATOR
        GET    /api/bench/stand-ins                           | ENGINEER
        GET    /api/bench/faults                              | ENGINEER
        PUT    /api/bench/stand-ins/{name}/faults/{fault}     | ENGINEER
        DELETE /api/bench/stand-ins/{name}/faults/{fault}     | ENGINEER
        POST   /api/bench/stand-ins/{name}/{act}              | ENGINEER
        POST   /api/bench/stand-ins/{name}/cable              | ENGINEER
        POST   /api/copies                                    | ENGINEER
        POST   /api/imports                                   | ENGINEER
        POST   /api/imports/columns                           | ENGINEER
        POST   /api/imports/preview                           | ENGINEER
        POST   /api/imports/range-preview                     | ENGINEER
        POST   /api/imports/ranges                            | ENGINEER
        PUT    /api/devices/{name}/address                    | ENGINEER
        POST   /api/host-keys                                 | ENGINEER
        GET    /api/jobs                                      | VIEWER
        GET    /api/jobs/{id}                                 | VIEWER
        GET    /api/jobs/{id}/lines                           | VIEWER
        GET    /api/jobs/{id}/lines.{format}                  | VIEWER
        POST   /api/jobs/{id}/stop                            | ENGINEER
        POST   /api/jobs/{id}/retry                           | ENGINEER
        GET    /api/credential-sets                           | VIEWER
        GET    /api/credential-sets/possible                  | VIEWER
        GET    /api/credential-sets/{id}/uses                 | VIEWER
        POST   /api/credential-sets/{id}/try                  | ENGINEER
        POST   /api/credential-sets                           | ADMINISTRATOR
        PUT    /api/credential-sets/{id}                      | ADMINISTRATOR
        DELETE /api/credential-sets/{id}                      | ADMINISTRATOR
        GET    /api/audit                                     | VIEWER
        GET    /api/audit.{format}                            | VIEWER
        GET    /api/audit/check                               | VIEWER
        GET    /api/accounts                                  | ADMINISTRATOR
        POST   /api/accounts                                  | ADMINISTRATOR
        PUT    /api/accounts/{name}                           | ADMINISTRATOR
        GET    /api/callable                                 | VIEWER
        PUT    /api/callable                                 | ADMINISTRATOR
        GET    /api/housekeeping                              | VIEWER
        PUT    /api/housekeeping/{kind}                       | ADMINISTRATOR
        GET    /api/log-messages                              | VIEWER
        GET    /api/tokens                                    | ADMINISTRATOR
        DELETE /api/tokens/{id}                               | ADMINISTRATOR
        PUT    /api/account/password                          | VIEWER
        GET    /api/account/tokens                            | VIEWER
        POST   /api/account/tokens                            | VIEWER
        DELETE /api/account/tokens/{id}                       | VIEWER
        GET    /api/session                                   | VIEWER
        DELETE /api/session                                   | VIEWER
        """;
    private static final Map<Role, Set<Role>> INCLUDED = Map.of(
            Role.VIEWER, Set.of(Role.VIEWER, Role.ENGINEER, Role.APPROVER, Role.ADMINISTRATOR),
            Role.ENGINEER, Set.of(Role.ENGINEER, Role.ADMINISTRATOR),
            Role.APPROVER, Set.of(Role.APPROVER, Role.ADMINISTRATOR),
            Role.ADMINISTRATOR, Set.of(Role.ADMINISTRATOR));

    private static TestServer server;
    private static final Map<Role, Api> PEOPLE = new EnumMap<>(Role.class);

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        for (Role role : Role.values()) PEOPLE.put(role, server.as(role));
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = TABLE)
    void onlyTheRightRolesGetThrough(String endpoint, String least) {
        Set<Role> right = Stream.of(least.split(", "))
                .flatMap(name -> INCLUDED.get(Role.valueOf(name)).stream())
                .collect(Collectors.toSet());
        String method = endpoint.split(" +")[0];
        String path = endpoint.split(" +")[1]
                .replaceAll("\\{(id|number|run|line|job)\\}", "999999")
                .replace("{name}", "no-such-device")
                .replace("{device}", "no-such-device")
                .replace("{code}", "no-such-site")
                .replace("{tag}", "none")
                .replace("{fault}", "slow")
                .replace("{kind}", "MACS")
                .replace("{act}", "restart")
                .replace("{format}", "json");
        assertThat(new Api(server.address()).send(method, path, "").status())
                .as("nobody is logged in")
                .isIn(method.equals("GET") ? Set.of(401) : Set.of(401, 403));
        for (Role role : Role.values()) {
            boolean endsTheSession = endpoint.startsWith("DELETE /api/session");
            Api person = endsTheSession ? server.as(role) : PEOPLE.get(role);
            int status = person.send(method, path, method.equals("POST") || method.equals("PUT") ? "{}" : "")
                    .status();
            if (right.contains(role))
                assertThat(status).as("%s %s", role, endpoint).isNotIn(401, 403, 500);
            else assertThat(status).as("%s %s", role, endpoint).isEqualTo(403);
        }
    }

    @Test
    void everyEndpointIsInTheTable() {
        Set<String> table = new TreeSet<>(TABLE.lines()
                .map(line -> line.split("\\|")[0].strip().replaceAll(" +", " "))
                .toList());
        Set<String> served = new TreeSet<>();
        var mapping = server.context().getBean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class);
        mapping.getHandlerMethods()
                .keySet()
                .forEach(info -> info.getPatternValues()
                        .forEach(path -> info.getMethodsCondition()
                                .getMethods()
                                .forEach(method -> served.add(method + " " + path))));
        // Live events are an endless answer, and the log-in itself is open to all.
        served.removeAll(List.of("GET /api/events", "POST /api/session"));
        served.removeIf(endpoint -> !endpoint.contains(" /api/"));
        assertThat(table).isEqualTo(served);
    }

    /** A field that is missing is told, or may be missing: none comes to the code as nothing. */
    @Test
    void everyFieldOfARequestIsNeededOrOptional() {
        List<String> open = new ArrayList<>();
        var mapping = server.context().getBean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class);
        mapping.getHandlerMethods().values().forEach(method -> {
            for (var parameter : method.getMethod().getParameters()) {
                if (parameter.isAnnotationPresent(RequestBody.class)) collectOpen(parameter.getType(), open);
            }
        });
        assertThat(open).isEmpty();
    }

    private static void collectOpen(Class<?> type, List<String> open) {
        if (!type.isRecord()) return;
        for (var component : type.getRecordComponents()) {
            boolean isOptional = component.getType().isPrimitive() || component.getType() == Optional.class;
            boolean isNeeded = Stream.of(NotNull.class, NotBlank.class, NotEmpty.class)
                    .anyMatch(each -> component.getAccessor().isAnnotationPresent(each));
            if (!isOptional && !isNeeded) open.add(type.getSimpleName() + "." + component.getName());
            collectOpen(component.getType(), open);
            if (component.getGenericType() instanceof ParameterizedType list) {
                for (var inner : list.getActualTypeArguments())
                    if (inner instanceof Class<?> each) collectOpen(each, open);
            }
        }
    }

    @Test
    void whateverIsDoneStandsInTheAuditLog() {
        // Only these do nothing: they compute something, and keep nothing but that somebody looked.
        Set<String> without = Set.of(
                "/api/platforms/check",
                "/api/platforms/{name}/read",
                "/api/platforms/{name}/first-contact/text",
                "/api/imports/columns",
                "/api/imports/preview",
                "/api/past-configurations/preview",
                "/api/imports/range-preview",
                "/api/compare",
                "/api/compare/structure",
                "/api/compare/diff/masked",
                "/api/compare/rows.{format}",
                "/api/noise-patterns/proposal",
                "/api/noise-patterns/effect",
                "/api/templates/{name}/fill",
                "/api/devices/{name}/typed-lines",
                "/api/devices/{name}/configuration/trial",
                "/api/standards/trial",
                "/api/standards/fleet-trial",
                "/api/standards/past-trial",
                "/api/changes/{number}/clause-trial",
                "/api/site-values/read",
                "/api/site-values/table",
                "/api/routines/preview",
                "/api/desk/layout",
                "/api/desk/visits");
        var mapping = server.context().getBean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class);
        mapping.getHandlerMethods().forEach((info, method) -> {
            boolean reads = info.getMethodsCondition().getMethods().equals(Set.of(RequestMethod.GET));
            boolean isOurs = info.getPatternValues().stream().anyMatch(path -> path.startsWith("/api/"));
            if (reads || !isOurs || without.containsAll(info.getPatternValues())) return;
            assertThat(method.getMethodAnnotation(Audited.class)).as("%s", info).isNotNull();
        });
    }

    @Test
    void whatNobodyServesIsRefused() {
        assertThat(PEOPLE.get(Role.ADMINISTRATOR).post("/api/nothing", Map.of()).status())
                .isEqualTo(403);
        assertThat(PEOPLE.get(Role.ADMINISTRATOR).get("/actuator/env").status()).isEqualTo(403);
    }

    @Test
    void aRequestWithoutTheTokenIsTakenForForged() throws Exception {
        var request = java.net.http.HttpRequest.newBuilder(java.net.URI.create(server.address() + "/api/session"))
                .header("Content-Type", "application/json")
                .POST(java.net.http.HttpRequest.BodyPublishers.ofString(
                        "{\"name\":\"viewer\",\"password\":\"" + TestServer.PASSWORD + "\"}"))
                .build();
        var answer = java.net.http.HttpClient.newHttpClient()
                .send(request, java.net.http.HttpResponse.BodyHandlers.ofString());
        assertThat(answer.statusCode()).isEqualTo(403);
    }

    @Test
    void guessingPasswordsIsSlowedDown() {
        Api guesser = new Api(server.address());
        guesser.get("/api/session");
        for (int i = 0; i < 5; i++) {
            assertThat(guesser.post("/api/session", Map.of("name", "approver", "password", "guess " + i))
                            .status())
                    .isEqualTo(401);
        }
        Map<String, String> right = Map.of("name", "Approver", "password", TestServer.PASSWORD);
        Api.Answer refused = guesser.post("/api/session", right);
        assertThat(refused.json(429).get("advice").asString()).matches("Wait \\d+ seconds and try again\\.");
        assertThat(refused.raw().headers().firstValueAsLong("Retry-After").orElse(0))
                .isPositive();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        POST   | /api/imports               | {"csv":"a","credentialSet":1,"port":99999,"listName":""} | 400
        POST   | /api/imports               | {"csv":"127.20.1.1","credentialSet":999,"port":22,"listName":""} | 404
        POST   | /api/imports               | {"csv":                                                   | 400
        POST   | /api/copies                | {"devices":["no-such-device"]}                           | 404
        POST   | /api/credential-sets       | {"name":"a","note":"","logIns":[]}                       | 400
        POST   | /api/credential-sets       | {"name":"Switches","note":"","logIns":[{"protocols":["SSH"],"account":"x","password":"y"}],"ranges":"127.20.0.0/16"} | 409
        GET    | /api/devices?size=100000   |                                                           | 400
        GET    | /api/devices?query=site+is |                                                           | 400
        GET    | /api/query-help?query=     |                                                           | 400
        PUT    | /api/groups/quay           | {"query":"group is quay","note":""}                      | 400
        PUT    | /api/groups/quay           | {"query":"","note":""}                                   | 400
        PUT    | /api/groups/a,b            | {"query":"a","note":""}                                  | 400
        DELETE | /api/groups/nobody         |                                                          | 404
        POST   | /api/devices/edit          | {"devices":[]}                                           | 400
        GET    | /api/devices/nobody        |                                                           | 404
        GET    | /api/jobs/abc              |                                                           | 400
        POST   | /api/host-keys             | {"host":"127.20.1.1","port":22,"fingerprint":"<script>"}  | 400
        """)
    void badInputGetsAProblemDetail(String method, String path, String body, int status) {
        Api.Answer answer = PEOPLE.get(Role.ADMINISTRATOR).send(method, path, body == null ? "" : body);
        assertThat(answer.json(status).has("detail")).isTrue();
        assertThat(answer.raw().headers().firstValue("Content-Type").orElse("")).startsWith("application/problem+json");
        assertThat(answer.body()).doesNotContain("Exception").doesNotContain("at chaperone");
    }
}
