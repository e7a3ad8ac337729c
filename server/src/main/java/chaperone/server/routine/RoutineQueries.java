package chaperone.server.routine;

import chaperone.server.query.GroupUser;
import java.util.List;
import org.springframework.stereotype.Component;

@Component
class RoutineQueries implements GroupUser {
    private final RoutineRepository routines;

    RoutineQueries(RoutineRepository routines) {
        this.routines = routines;
    }

    @Override
    public List<Use> uses() {
        return routines.findAllByOrderByName().stream()
                .filter(routine -> routine.devices().isEmpty())
                .map(routine -> new Use("the routine \"" + routine.name() + "\"", routine.query()))
                .toList();
    }
}
