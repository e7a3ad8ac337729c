package chaperone.server.housekeeping;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** How long is kept what grows by itself. */
@RestController
class HousekeepingController {
    private final Housekeeping housekeeping;

    HousekeepingController(Housekeeping housekeeping) {
        this.housekeeping = housekeeping;
    }

    record KeepDays(@Min(1) @Max(36_500) int keepDays) {}

    /** In days, by kind. */
    @GetMapping("/api/housekeeping")
    Map<HousekeepingKind, Integer> rules() {
        return housekeeping.rules();
    }

    @Audited("set how long something is kept")
    @PutMapping("/api/housekeeping/{kind}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void keep(@PathVariable HousekeepingKind kind, @Valid @RequestBody KeepDays rule) {
        AuditNote.add(rule.keepDays() + " days");
        housekeeping.keep(kind, rule.keepDays());
    }
}
