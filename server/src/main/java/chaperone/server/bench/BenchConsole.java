package chaperone.server.bench;

import chaperone.connect.Connector;
import chaperone.connect.conversation.Console;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.Login;
import chaperone.connect.conversation.Target;
import chaperone.server.account.AccountRecheck;
import chaperone.server.console.ConsoleHandler;
import chaperone.server.problem.ProblemException;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.web.socket.WebSocketSession;
import tools.jackson.databind.JsonNode;

/** A console on a stand-in. The log-in is the made-up person's, whose password the start command prints. */
@Component
class BenchConsole extends ConsoleHandler {
    private static final Login PERSON = new Login("m.oduya", "quay-lantern-4", "tide-table-9");

    private final StandInControl control;
    private final Connector connector;

    BenchConsole(StandInControl control, Connector connector, AccountRecheck allowed) {
        super(allowed);
        this.control = control;
        this.connector = connector;
    }

    @Override
    protected Console console(WebSocketSession session, String[] parts, Console.Sink sink) {
        JsonNode standIn = standIn(parts[parts.length - 2]);
        Target target = new Target(
                new Endpoint(
                        standIn.path("address").asString(), standIn.path("port").asInt()),
                PERSON,
                Optional.empty(),
                true);
        return connector.console(target, Optional.empty(), sink);
    }

    private JsonNode standIn(String name) {
        for (JsonNode standIn : control.ask("GET", "/stand-ins")) {
            if (standIn.path("name").asString().equals(name)) return standIn;
        }
        throw ProblemException.notFound("stand-in", name);
    }
}
