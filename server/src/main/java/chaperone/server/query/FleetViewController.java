package chaperone.server.query;

import chaperone.server.audit.Audited;
import chaperone.server.problem.ProblemException;
import chaperone.server.removal.RemovalKind;
import chaperone.server.removal.Removals;
import chaperone.server.removal.Removed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Everybody's own ways of looking at the fleet, and its software levels side by side. */
@RestController
@RequestMapping("/api")
class FleetViewController {
    private static final int MOST_VIEWS = 50;

    private final JdbcClient database;
    private final Removals removals;

    FleetViewController(JdbcClient database, Removals removals) {
        this.removals = removals;
        this.database = database;
    }

    /** @param address the parameters of the fleet page's address */
    record FleetView(String name, String address) {}

    record FleetViewInput(@NotNull @Size(max = 4000) String address) {}

    record ReleaseCount(String platform, String model, String release, long devices) {}

    @GetMapping("/fleet-views")
    List<FleetView> list(Principal principal) {
        return database.sql("select name, address from fleet_view where account = ? order by name")
                .param(principal.getName())
                .query((row, number) -> new FleetView(row.getString("name"), row.getString("address")))
                .list();
    }

    @Audited("kept a view of the fleet")
    @PutMapping("/fleet-views/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void keep(
            @PathVariable @Size(max = 60) String name, @Valid @RequestBody FleetViewInput input, Principal principal) {
        long kept = database.sql("select count(*) from fleet_view where account = ? and name <> ?")
                .params(principal.getName(), name)
                .query(Long.class)
                .single();
        if (kept >= MOST_VIEWS) {
            throw new ProblemException(
                    HttpStatus.CONFLICT, "too-many", "You keep " + MOST_VIEWS + " views.", "Remove one first.");
        }
        database.sql("insert into fleet_view values (?, ?, ?) on conflict (account, name) do update set address = ?")
                .params(principal.getName(), name, input.address(), input.address())
                .update();
    }

    @Audited("removed a view of the fleet")
    @DeleteMapping("/fleet-views/{name}")
    @Transactional
    public Removed remove(@PathVariable String name, Principal principal) {
        Removed kept = removals.keep(
                RemovalKind.VIEW, name, principal.getName(), Map.of("account", principal.getName(), "name", name));
        int removed = database.sql("delete from fleet_view where account = ? and name = ?")
                .params(principal.getName(), name)
                .update();
        if (removed == 0) throw ProblemException.notFound("view", name);
        return kept;
    }

    /** How many devices of each model run each release. */
    @GetMapping("/releases")
    List<ReleaseCount> releases() {
        return database.sql("select platform, model, release, count(*) as devices from device"
                        + " group by platform, model, release order by platform, model, release")
                .query((row, number) -> new ReleaseCount(
                        row.getString("platform"),
                        row.getString("model"),
                        row.getString("release"),
                        row.getLong("devices")))
                .list();
    }
}
