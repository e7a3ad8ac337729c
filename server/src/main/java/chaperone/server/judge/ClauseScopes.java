package chaperone.server.judge;

import chaperone.core.platform.Platform;
import chaperone.core.standard.Asked.Command;
import chaperone.server.answers.ReadOnly;
import chaperone.server.clause.ClauseText;
import chaperone.server.fleet.Device;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.query.ChosenDevices;
import chaperone.server.query.Groups;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import org.springframework.stereotype.Component;

/** Which clauses are for which devices. */
@Component
public class ClauseScopes {
    private final ChosenDevices devices;
    private final Groups groups;
    private final PlatformRegistry platforms;

    ClauseScopes(ChosenDevices devices, Groups groups, PlatformRegistry platforms) {
        this.devices = devices;
        this.groups = groups;
        this.platforms = platforms;
    }

    /** Whether a clause is for a device; many clauses have the same scope, and each is asked once. */
    public Predicate<ClauseText> of(Device device) {
        Map<String, Boolean> known = new HashMap<>();
        return clause -> clause.platform().equals(device.platform())
                && (clause.scope().isBlank() || known.computeIfAbsent(clause.scope(), scope -> isIn(device, scope)));
    }

    /** Of the clauses of a text those that are for a device. */
    public List<ClauseText> asked(Device device, List<ClauseText> clauses) {
        return clauses.stream().filter(of(device)).toList();
    }

    /** A scope that can no longer be read, since a group of it is gone, means nobody. */
    private boolean isIn(Device device, String scope) {
        try {
            return devices.isIn(device, scope);
        } catch (ProblemException e) {
            return false;
        }
    }

    /** @throws ProblemException if a scope cannot be read, or if more than reading may be asked of devices */
    public void check(ClauseText clause) {
        Platform platform = platforms.get(clause.platform());
        clause.asked().ifPresent(asked -> {
            if (asked instanceof Command command)
                ReadOnly.check("Clause " + clause.tag() + ", command", command.request(), platform);
        });
        if (!clause.scope().isBlank()) groups.read(clause.scope());
    }
}
