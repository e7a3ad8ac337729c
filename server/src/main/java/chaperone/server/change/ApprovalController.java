package chaperone.server.change;

import chaperone.server.account.Role;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Whose approval changes need. */
@RestController
@RequestMapping("/api/approval-rules")
class ApprovalController {
    private final ApprovalRules rules;

    ApprovalController(ApprovalRules rules) {
        this.rules = rules;
    }

    /** By the role of whoever wrote a change. */
    record ApprovalRule(
            @NotNull ApprovalNeed engineer, @NotNull ApprovalNeed administrator) {}

    @GetMapping
    public ApprovalRule get() {
        var all = rules.all();
        return new ApprovalRule(all.get(Role.ENGINEER), all.get(Role.ADMINISTRATOR));
    }

    @Audited("set whose approval changes need")
    @PutMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void set(@Valid @RequestBody ApprovalRule rule) {
        AuditNote.add("engineers: " + rule.engineer() + ", administrators: " + rule.administrator());
        rules.set(Role.ENGINEER, rule.engineer());
        rules.set(Role.ADMINISTRATOR, rule.administrator());
    }
}
