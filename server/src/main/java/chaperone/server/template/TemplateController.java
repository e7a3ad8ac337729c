package chaperone.server.template;

import chaperone.core.structure.Port;
import chaperone.core.template.PortFilter;
import chaperone.core.template.Template;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.change.Change;
import chaperone.server.change.Changes;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.problem.RetryOnConflict;
import chaperone.server.removal.RemovalKind;
import chaperone.server.removal.Removals;
import chaperone.server.removal.Removed;
import chaperone.server.secret.SecretMasks;
import chaperone.server.template.TemplateFilling.DeviceValues;
import chaperone.server.template.TemplateFilling.Filled;
import chaperone.server.template.TemplateFilling.FilledView;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Templates, and filling them in. */
@RestController
@RequestMapping("/api")
class TemplateController {
    private static final int MOST_DEVICES = 200;
    private static final int MOST_VALUES = 50;

    private final TemplateRepository repository;
    private final Templates templates;
    private final TemplateFilling filling;
    private final Changes changes;
    private final Fleet fleet;
    private final PlatformRegistry platforms;
    private final SecretMasks masks;
    private final Removals removals;

    TemplateController(
            TemplateRepository repository,
            Templates templates,
            TemplateFilling filling,
            Changes changes,
            Fleet fleet,
            PlatformRegistry platforms,
            SecretMasks masks,
            Removals removals) {
        this.removals = removals;
        this.repository = repository;
        this.templates = templates;
        this.filling = filling;
        this.changes = changes;
        this.fleet = fleet;
        this.platforms = platforms;
        this.masks = masks;
    }

    record TemplateRow(
            String name,
            String reason,
            Set<String> platforms,
            int fields,
            long number,
            String madeBy,
            Instant madeAt) {}

    /** @param number how often it was written */
    record TemplateView(String name, TemplateText text, long number, String madeBy, Instant madeAt) {}

    /** @param picked by the filter */
    record PortView(String name, List<String> lines, boolean picked) {}

    /** @param text one that is not kept yet; the kept one if it is left out */
    record FillInput(
            Optional<@Valid TemplateText> text,

            @NotNull @Size(max = MOST_VALUES) Map<@Size(max = 40) String, @NotNull @Size(max = 1000) String> values,

            @NotNull @Size(max = MOST_DEVICES) List<@Valid @NotNull DeviceValues> devices) {}

    /** @param change the number of the change; one's own open draft if left out, or a new one if there is none */
    record TemplateEditInput(
            Optional<Long> change,

            @NotNull @Size(max = MOST_VALUES) Map<@Size(max = 40) String, @NotNull @Size(max = 1000) String> values,

            @NotEmpty @Size(max = MOST_DEVICES) List<@Valid @NotNull DeviceValues> devices) {}

    record AddedTo(long change) {}

    @GetMapping("/templates")
    @Transactional(readOnly = true)
    public List<TemplateRow> list() {
        return repository.findAllByOrderByName().stream()
                .map(each -> new TemplateRow(
                        each.name(),
                        each.text().reason(),
                        new TreeSet<>(each.text().variants().keySet()),
                        each.text().fields().size(),
                        each.number(),
                        each.madeBy(),
                        each.madeAt()))
                .toList();
    }

    @GetMapping("/templates/{name}")
    @Transactional(readOnly = true)
    public TemplateView get(@PathVariable String name) {
        return view(templates.get(name));
    }

    private static TemplateView view(KeptTemplate template) {
        return new TemplateView(
                template.name(), template.text(), template.number(), template.madeBy(), template.madeAt());
    }

    @Audited("wrote a template")
    @PutMapping("/templates/{name}")
    @RetryOnConflict
    @Transactional
    public TemplateView write(
            @PathVariable @Size(max = 60) String name, @Valid @RequestBody TemplateText text, Principal principal) {
        return view(templates.write(name, text, principal.getName()));
    }

    @Audited("removed a template")
    @DeleteMapping("/templates/{name}")
    @Transactional
    public Removed remove(@PathVariable String name, Principal principal) {
        Removed removed = removals.keep(
                RemovalKind.TEMPLATE,
                name,
                principal.getName(),
                Map.of("id", templates.get(name).id()));
        templates.remove(name);
        return removed;
    }

    /** What a template comes to on each device, and what that would alter today; nothing is kept. */
    @PostMapping("/templates/{name}/fill")
    @Transactional(readOnly = true)
    public List<FilledView> fill(@PathVariable String name, @Valid @RequestBody FillInput input) {
        // A text that never ends is ended once, not for each device.
        input.text().ifPresent(templates::check);
        Template template =
                input.text().orElseGet(() -> templates.get(name).text()).template();
        return input.devices().stream()
                .map(each -> filling.view(template, filling.fill(template, input.values(), each)))
                .toList();
    }

    /** Adds what a template comes to on each device to a change: on all of them or on none. */
    @Audited("filled a template in for a change")
    @PostMapping("/templates/{name}/edits")
    @ResponseStatus(HttpStatus.CREATED)
    @RetryOnConflict
    @Transactional
    public AddedTo add(@PathVariable String name, @Valid @RequestBody TemplateEditInput input, Principal principal) {
        KeptTemplate kept = templates.get(name);
        Template template = kept.text().template();
        List<Filled> all = new ArrayList<>();
        for (DeviceValues each : input.devices()) {
            Filled filled = filling.fill(template, input.values(), each);
            if (!filled.mistakes().isEmpty())
                throw Templates.refused(
                        filled.mistakes(),
                        "Nothing was added: mend it for " + filled.device().name() + ".");
            all.add(filled);
        }
        Change change = changes.draft(input.change(), principal.getName());
        String note = name + ", version " + kept.number();
        for (Filled filled : all)
            changes.addFilled(change, filled.device(), filled.lines().orElseThrow(), note, principal.getName());
        AuditNote.add(name + ", " + all.size() + " devices, C-" + change.id());
        return new AddedTo(change.id());
    }

    /** The ports that the newest copy of a device knows. */
    @GetMapping("/devices/{name}/ports")
    @Transactional(readOnly = true)
    public List<PortView> ports(
            @PathVariable String name, @RequestParam(defaultValue = "") @Size(max = 500) String filter) {
        Device device = fleet.get(name);
        PortFilter.Outcome read = PortFilter.read(filter);
        if (read instanceof PortFilter.Outcome.Malformed malformed)
            throw new ProblemException(
                    HttpStatus.BAD_REQUEST,
                    "port-filter",
                    malformed.message(),
                    "For example: 1/0/[1-24] has kiosk not 1/0/7 not has closed");
        PortFilter picked = ((PortFilter.Outcome.Read) read).filter();
        return filling.ports(device).stream()
                .map(port -> new PortView(port.name(), shown(device, port), picked.picks(port)))
                .toList();
    }

    private List<String> shown(Device device, Port port) {
        return masks.shown(platforms.get(device.platform()), String.join("\n", port.lines()))
                .lines()
                .toList();
    }
}
