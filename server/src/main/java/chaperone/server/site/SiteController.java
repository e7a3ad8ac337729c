package chaperone.server.site;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.event.Events;
import chaperone.server.problem.ProblemException;
import chaperone.server.removal.RemovalKind;
import chaperone.server.removal.Removals;
import chaperone.server.removal.Removed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Sites, and which of them lie in another one. */
@RestController
@RequestMapping("/api/sites")
class SiteController {
    private static final String CODE = "[a-z0-9]([a-z0-9-]{0,38}[a-z0-9])?";

    private final SiteRepository sites;
    private final Events events;
    private final Removals removals;

    SiteController(SiteRepository sites, Events events, Removals removals) {
        this.removals = removals;
        this.sites = sites;
        this.events = events;
    }

    /** @param devices that stand at the site itself, not in one inside it */
    record SiteView(String code, String name, Optional<String> parent, long devices) {}

    /** @param parent the code of the site that it lies in */
    record SiteInput(@NotBlank @Size(max = 80) String name, Optional<@Size(max = 40) String> parent) {}

    @GetMapping
    @Transactional(readOnly = true)
    public List<SiteView> list() {
        Map<Long, Long> counts = sites.deviceCounts().stream()
                .collect(Collectors.toMap(SiteRepository.DeviceCount::getSite, SiteRepository.DeviceCount::getDevices));
        return sites.findAllByOrderByName().stream()
                .map(site -> new SiteView(
                        site.code(), site.name(), site.parent().map(Site::code), counts.getOrDefault(site.id(), 0L)))
                .toList();
    }

    @Audited("saved a site")
    @PutMapping("/{code}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void save(
            @PathVariable
                    @Pattern(
                            regexp = CODE,
                            message = "a site's short word has up to 40 small letters, digits and hyphens")
                    String code,
            @Valid @RequestBody SiteInput input) {
        String name = input.name().strip();
        Optional<Site> known = sites.findByCode(code);
        Optional<Site> same = sites.named(name);
        boolean isTaken = same.isPresent() && !same.map(Site::id).equals(known.map(Site::id));
        if (isTaken) throw refused("name-taken", "There is a site \"" + name + "\" already.", "Choose another name.");
        Site site = known.orElseGet(() -> sites.save(new Site(code, name)));
        Optional<Site> parent = input.parent().filter(word -> !word.isBlank()).map(this::get);
        parent.filter(outer -> SiteTree.isWithin(outer, site)).ifPresent(outer -> {
            throw refused(
                    "site-in-itself",
                    "\"" + outer.name() + "\" lies in \"" + site.name() + "\" itself.",
                    "Choose a site outside of it.");
        });
        AuditNote.add(name + parent.map(outer -> " in " + outer.name()).orElse(""));
        site.become(name, parent);
        events.fleetMoved();
    }

    @Audited("removed a site")
    @DeleteMapping("/{code}")
    @Transactional
    public Removed remove(@PathVariable String code, Principal principal) {
        Site site = get(code);
        AuditNote.add(site.name());
        if (sites.existsByParent(site)) {
            throw refused("in-use", "Other sites lie in \"" + site.name() + "\".", "Move or remove them first.");
        }
        if (sites.hasDevices(site)) {
            throw refused("in-use", "Devices stand at \"" + site.name() + "\".", "Give them another site first.");
        }
        Removed removed = removals.keep(RemovalKind.SITE, site.name(), principal.getName(), Map.of("id", site.id()));
        sites.delete(site);
        events.fleetMoved();
        return removed;
    }

    private Site get(String code) {
        return sites.findByCode(code).orElseThrow(() -> ProblemException.notFound("site", code));
    }

    private static ProblemException refused(String code, String meaning, String advice) {
        return new ProblemException(HttpStatus.CONFLICT, code, meaning, advice);
    }
}
