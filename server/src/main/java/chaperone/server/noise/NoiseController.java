package chaperone.server.noise;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import jakarta.validation.Valid;
import java.security.Principal;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Patterns that people set aside, and take back. */
@RestController
@RequestMapping("/api/noise-patterns")
class NoiseController {
    private final NoiseRules rules;

    NoiseController(NoiseRules rules) {
        this.rules = rules;
    }

    record NoiseKept(long id) {}

    /** Those that were taken back too, the newest first. */
    @GetMapping
    public List<NoiseView> list() {
        return rules.all();
    }

    @Audited("set lines aside as noise")
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    public NoiseKept keep(@Valid @RequestBody NoiseInput input, Principal principal) {
        AuditNote.add(input.name() + ": " + input.pattern());
        return new NoiseKept(rules.keep(input, principal.getName()));
    }

    @Audited("took a noise pattern back")
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    public void takeBack(@PathVariable long id, Principal principal) {
        rules.takeBack(id, principal.getName());
    }
}
