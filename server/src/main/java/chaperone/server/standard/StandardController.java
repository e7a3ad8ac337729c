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
import chaperone.server.standard.StandardViews.FindingDetail;
import chaperone.server.standard.StandardViews.StandardRow;
import chaperone.server.standard.StandardViews.StandardView;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
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

    StandardController(
            StandardRepository repository,
            Standards standards,
            StandardViews views,
            Fleet fleet,
            Removals removals,
            StandardYaml yaml) {
        this.removals = removals;
        this.yaml = yaml;
        this.repository = repository;
        this.standards = standards;
        this.views = views;
        this.fleet = fleet;
    }

    record StandardYamlInput(
            @NotNull @Size(max = LONGEST_YAML) String yaml) {}

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
}
