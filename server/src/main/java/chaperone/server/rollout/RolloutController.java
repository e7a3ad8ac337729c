package chaperone.server.rollout;

import chaperone.core.release.RolloutEvent;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.change.ApprovalRules;
import chaperone.server.problem.RetryOnConflict;
import chaperone.server.rollout.RolloutViews.RolloutRow;
import chaperone.server.rollout.RolloutViews.RolloutView;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Rollouts: what they would do, who approves them, how they go. */
@RestController
@RequestMapping("/api/rollouts")
class RolloutController {
    private final RolloutRepository repository;
    private final RolloutService service;
    private final RolloutViews views;

    RolloutController(RolloutRepository repository, RolloutService service, RolloutViews views) {
        this.repository = repository;
        this.service = service;
        this.views = views;
    }

    /** @param devices by name; each is given the standard release of its model */
    record RolloutInput(
            @NotNull @Size(max = 120) String title,
            @NotEmpty @Size(max = 500) List<@NotBlank @Size(max = 253) String> devices) {}

    /** What is done with a device at which a rollout stopped. */
    enum Decision {
        RETRY,
        LEAVE
    }

    record DecisionInput(
            @NotBlank @Size(max = 253) String device,
            @NotNull Decision decision) {}

    /** The newest first. */
    @GetMapping
    @Transactional(readOnly = true)
    public List<RolloutRow> list() {
        return views.rows(repository.findAllByOrderByIdDesc());
    }

    @Audited("planned a rollout")
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public RolloutView plan(@Valid @RequestBody RolloutInput input, Principal principal) {
        return views.view(service.plan(input.title(), input.devices(), principal.getName()));
    }

    @GetMapping("/{number}")
    @Transactional(readOnly = true)
    public RolloutView get(@PathVariable long number) {
        return views.view(service.get(number));
    }

    @Audited("approved a rollout")
    @PostMapping("/{number}/approve")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @RetryOnConflict
    @Transactional
    public void approve(@PathVariable long number, Authentication who) {
        AuditNote.add("R-" + number);
        service.approve(number, who.getName(), ApprovalRules.isApprover(who));
    }

    @Audited("ran a rollout")
    @PostMapping("/{number}/run")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @RetryOnConflict
    @Transactional
    public void run(@PathVariable long number) {
        AuditNote.add("R-" + number);
        service.run(number);
    }

    /** What is in hand is finished; no further device begins. */
    @Audited("stopped a rollout")
    @PostMapping("/{number}/pause")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @RetryOnConflict
    @Transactional
    public void pause(@PathVariable long number, Principal principal) {
        AuditNote.add("R-" + number);
        service.pause(number, principal.getName());
    }

    @Audited("dropped a rollout")
    @PostMapping("/{number}/drop")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @RetryOnConflict
    @Transactional
    public void drop(@PathVariable long number) {
        AuditNote.add("R-" + number);
        service.drop(number);
    }

    @Audited("decided on a device of a rollout")
    @PostMapping("/{number}/decisions")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @RetryOnConflict
    @Transactional
    public void decide(@PathVariable long number, @Valid @RequestBody DecisionInput input, Principal principal) {
        service.decide(
                number, input.device(), RolloutEvent.valueOf(input.decision().name()), principal.getName());
    }
}
