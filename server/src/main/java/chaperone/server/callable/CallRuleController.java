package chaperone.server.callable;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Which addresses the product may call at all. */
@RestController
class CallRuleController {
    private final CallRules rules;

    CallRuleController(CallRules rules) {
        this.rules = rules;
    }

    /**
     * @param ranges one a line: an address, the first and the last with a hyphen between, or a prefix
     * @param ports besides those at which platforms are usually reached
     * @param authorities certificates (PEM) of those who sign certificates of devices
     */
    record CallRuleInput(
            @NotNull @Size(max = 20_000) String ranges,
            @NotNull @Size(max = 100) Set<@Min(1) @Max(65_535) Integer> ports,
            @NotNull @Size(max = 200_000) String authorities) {}

    /** @param trusted the authorities that were read */
    record CallRuleView(String ranges, Set<Integer> ports, String authorities, List<Authority> trusted) {}

    /** @param until the last moment at which its certificate is valid */
    record Authority(String subject, Instant until) {}

    @GetMapping("/api/callable")
    CallRuleView rule() {
        CallRules.Rule rule = rules.rule();
        List<Authority> trusted = CertificateAuthorities.read(rule.authorities()).stream()
                .map(each -> new Authority(
                        each.getSubjectX500Principal().getName(),
                        each.getNotAfter().toInstant()))
                .toList();
        return new CallRuleView(rule.ranges(), rule.ports(), rule.authorities(), trusted);
    }

    @Audited("set which addresses may be called")
    @PutMapping("/api/callable")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void allow(@Valid @RequestBody CallRuleInput input) {
        List<String> trusted = CertificateAuthorities.read(input.authorities()).stream()
                .map(each -> each.getSubjectX500Principal().getName())
                .toList();
        AuditNote.add(input.ranges()
                        .lines()
                        .map(String::strip)
                        .filter(line -> !line.isEmpty())
                        .toList() + ", ports " + input.ports() + ", authorities " + trusted);
        rules.allow(new CallRules.Rule(input.ranges(), input.ports(), input.authorities()));
    }
}
