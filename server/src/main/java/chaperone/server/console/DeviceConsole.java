package chaperone.server.console;

import chaperone.connect.conversation.Console;
import chaperone.server.account.AccountRecheck;
import chaperone.server.problem.ProblemException;
import java.security.Principal;
import org.springframework.stereotype.Component;
import org.springframework.web.socket.WebSocketSession;

/** A person's session on a device of the fleet. */
@Component
class DeviceConsole extends ConsoleHandler {
    private final PendingConsoles pending;

    DeviceConsole(PendingConsoles pending, AccountRecheck allowed) {
        super(allowed);
        this.pending = pending;
    }

    @Override
    protected Console console(WebSocketSession session, String[] parts, Console.Sink sink) {
        String number = parts[parts.length - 2];
        Principal person = session.getPrincipal();
        if (person == null || !number.matches("\\d{1,18}")) throw ProblemException.notFound("console", number);
        return pending.fetch(Long.parseLong(number), person.getName(), sink);
    }
}
