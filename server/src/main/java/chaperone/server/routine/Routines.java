package chaperone.server.routine;

import chaperone.server.fleet.Fleet;
import chaperone.server.query.ChosenDevices;
import chaperone.server.routine.Routine.Missed;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Writes routines. */
@Service
public class Routines {
    private final RoutineRepository routines;
    private final ChosenDevices chosen;
    private final Fleet fleet;
    private final Clock clock;

    Routines(RoutineRepository routines, ChosenDevices chosen, Fleet fleet, Clock clock) {
        this.routines = routines;
        this.chosen = chosen;
        this.fleet = fleet;
        this.clock = clock;
    }

    /** Makes the routine, or lets it be another; what was due before is not made up. */
    @Transactional
    void write(String name, RoutineInput input, String account) {
        Rules.read(input.rule());
        Rules.zone(input.zone());
        if (input.devices().isEmpty()) chosen.count(input.query());
        else fleet.choose(input.devices());
        Routine routine = routines.findByNameIgnoreCase(name).orElseGet(() -> new Routine(name));
        routine.become(input, account, clock.instant());
        routines.save(routine);
    }

    /** A routine of all that a query means; what was missed is made up. */
    @Transactional
    public void write(String name, String rule, String zone, String query, String account) {
        write(name, new RoutineInput(rule, zone, query, List.of(), Optional.empty(), Missed.MAKE_UP, true), account);
    }
}
