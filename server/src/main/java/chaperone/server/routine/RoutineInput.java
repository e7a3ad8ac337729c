package chaperone.server.routine;

import chaperone.core.query.QueryReader;
import chaperone.core.routine.RuleText;
import chaperone.server.routine.Routine.Missed;
import chaperone.server.routine.Routine.What;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;

/**
 * What somebody wants a routine to be.
 *
 * @param rule such as {@code daily 02:30}; see {@link RuleText}
 * @param zone whose clock the rule goes by, such as {@code Europe/Dublin}
 * @param query which devices, found out anew each time; empty for {@code devices}, or for the whole fleet if those are
 *     empty too
 * @param what {@code COPY} if it is left out
 * @param missed what happens to times at which no server was running
 */
record RoutineInput(
        @NotBlank @Size(max = RuleText.LONGEST) String rule,
        @NotBlank @Size(max = 60) String zone,
        @NotNull @Size(max = QueryReader.LONGEST) String query,
        @NotNull @Size(max = 10_000) List<@Size(max = 253) String> devices,
        Optional<What> what,
        @NotNull Missed missed,
        boolean on) {}
