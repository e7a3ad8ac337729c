package chaperone.server.standard;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.clause.StandardText;
import chaperone.server.clause.StandardYaml;
import chaperone.server.fleet.Fleet;
import chaperone.server.problem.RetryOnConflict;
import chaperone.server.removal.RemovalKind;
import chaperone.server.removal.Removals;
import chaperone.server.removal.Removed;
import chaperone.server.standard.PastTrial.PastTrialView;
import chaperone.server.standard.StandardViews.FindingDetail;
import chaperone.server.standard.StandardViews.FleetTrialView;
import chaperone.server.standard.StandardViews.StandardRow;
import chaperone.server.standard.StandardViews.StandardView;
import chaperone.server.standard.StandardViews.TrialView;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Standards, how they would judge, and what they found. */
@RestController
@RequestMapping("/api/standards")
class StandardController {
    private static final int LONGEST_YAML = 500_000;

    private final StandardRepository repository;
    private final Standards standards;
    private final StandardViews views;
    private final Fleet fleet;
    private final Removals removals;
    private final StandardYaml yaml;
    private final PastTrial past;
    private final Clock clock;

    StandardController(
            StandardRepository repository,
            Standards standards,
            StandardViews views,
            Fleet fleet,
            Removals removals,
            StandardYaml yaml,
            PastTrial past,
            Clock clock) {
        this.past = past;
        this.clock = clock;
        this.removals = removals;
        this.yaml = yaml;
        this.repository = repository;
        this.standards = standards;
        this.views = views;
        this.fleet = fleet;
    }

    record StandardYamlInput(
            @NotNull @Size(max = LONGEST_YAML) String yaml) {}

    record PastTrialInput(
            @Min(1) @Max(92) int days, @NotNull @Valid StandardText text) {}

    record TrialInput(
            @NotBlank @Size(max = 253) String device,
            @NotNull @Valid StandardText text) {}

    @GetMapping
    @Transactional(readOnly = true)
    public List<StandardRow> list() {
        return repository.findAllByOrderByName().stream().map(views::row).toList();
    }

    @GetMapping("/{name}")
    @Transactional(readOnly = true)
    public StandardView get(@PathVariable String name) {
        return views.view(standards.get(name));
    }

    /** Keeps what is being written; devices are judged by what was published. */
    @Audited("wrote a standard")
    @PutMapping("/{name}")
    @RetryOnConflict
    @Transactional
    public StandardView write(
            @PathVariable @Size(max = 60) String name, @Valid @RequestBody StandardText text, Principal principal) {
        AuditNote.add(text.clauses().size() + " clauses");
        return views.view(standards.write(name, text, principal.getName()));
    }

    @Audited("published a standard")
    @PostMapping("/{name}/publish")
    @RetryOnConflict
    @Transactional
    public StandardView publish(@PathVariable String name, Principal principal) {
        return views.view(standards.publish(name, principal.getName()));
    }

    @Audited("removed a standard")
    @DeleteMapping("/{name}")
    @Transactional
    public Removed remove(@PathVariable String name, Principal principal) {
        Removed removed = removals.keep(
                RemovalKind.STANDARD,
                name,
                principal.getName(),
                Map.of("id", standards.get(name).id()));
        standards.remove(name);
        return removed;
    }

    /** Where on the device, and what would repair it. */
    @GetMapping("/{name}/findings/{device}/{tag}")
    @Transactional(readOnly = true)
    public FindingDetail finding(@PathVariable String name, @PathVariable String device, @PathVariable String tag) {
        return views.finding(standards.get(name), fleet.get(device), tag);
    }

    /** What is being written, as YAML. */
    @GetMapping(path = "/{name}/yaml", produces = "application/yaml")
    @Transactional(readOnly = true)
    public String yaml(@PathVariable String name) {
        return yaml.write(standards.get(name).draft());
    }

    /** Takes the place of what is being written. */
    @Audited("wrote a standard")
    @PutMapping("/{name}/yaml")
    @RetryOnConflict
    @Transactional
    public StandardView writeYaml(
            @PathVariable @Size(max = 60) String name,
            @Valid @RequestBody StandardYamlInput input,
            Principal principal) {
        StandardText text = yaml.read(input.yaml());
        AuditNote.add(text.clauses().size() + " clauses");
        return views.view(standards.write(name, text, principal.getName()));
    }

    /** How a text would judge one device, with the lines and what would repair it; nothing is kept. */
    @PostMapping("/trial")
    @Transactional(readOnly = true)
    public List<TrialView> trial(@Valid @RequestBody TrialInput input) {
        standards.check(input.text());
        return views.trial(fleet.get(input.device()), input.text());
    }

    /** How a text would have judged the fleet on the days before now; nothing is kept. */
    @PostMapping("/past-trial")
    @Transactional(readOnly = true)
    public PastTrialView pastTrial(@Valid @RequestBody PastTrialInput input) {
        standards.check(input.text());
        return past.of(input.text(), clock.instant().minus(Duration.ofDays(input.days())));
    }

    /** How a text would judge the fleet; nothing is kept. */
    @PostMapping("/fleet-trial")
    @Transactional(readOnly = true)
    public List<FleetTrialView> fleetTrial(@Valid @RequestBody StandardText text) {
        standards.check(text);
        return views.trial(text);
    }
}
