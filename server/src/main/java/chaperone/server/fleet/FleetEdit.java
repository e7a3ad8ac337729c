package chaperone.server.fleet;

import chaperone.server.audit.AuditNote;
import chaperone.server.event.Events;
import chaperone.server.problem.ProblemException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Alters what people say of devices, for many of them at once. */
@Service
class FleetEdit {
    private static final Logger LOG = LoggerFactory.getLogger(FleetEdit.class);

    private final Fleet fleet;
    private final SiteRepository sites;
    private final CredentialSets credentials;
    private final Events events;

    /**
     * What becomes different; what is absent stays.
     *
     * @param site the name of one that exists, or an empty text for none
     */
    record Wish(
            Optional<String> site,
            Optional<String> role,
            Optional<Long> credentialSet,
            List<String> addTags,
            List<String> removeTags) {
        String inWords(CredentialSets credentials) {
            List<String> parts = new ArrayList<>();
            site.ifPresent(name -> parts.add("site \"" + name + "\""));
            role.ifPresent(name -> parts.add("role \"" + name + "\""));
            credentialSet
                    .map(set -> "log-in by \"" + credentials.get(set).name() + "\"")
                    .ifPresent(parts::add);
            if (!addTags.isEmpty()) parts.add("tags " + String.join(", ", addTags));
            if (!removeTags.isEmpty()) parts.add("without tags " + String.join(", ", removeTags));
            return String.join(", ", parts);
        }
    }

    FleetEdit(Fleet fleet, SiteRepository sites, CredentialSets credentials, Events events) {
        this.fleet = fleet;
        this.sites = sites;
        this.credentials = credentials;
        this.events = events;
    }

    /**
     * All of them or none.
     *
     * @throws ProblemException if a device, the site or the credential set is not there
     */
    @Transactional
    void apply(List<String> names, Wish wish, String account) {
        Optional<Site> site = wish.site().filter(name -> !name.isEmpty()).map(this::site);
        wish.credentialSet().ifPresent(credentials::get);
        for (Device device : fleet.choose(names)) {
            if (wish.site().isPresent() || wish.role().isPresent()) {
                device.place(
                        wish.site().isPresent() ? site : device.site(),
                        wish.role().orElse(device.role()));
            }
            wish.credentialSet().ifPresent(device::use);
            device.tag(wish.addTags(), wish.removeTags());
        }
        AuditNote.add(wish.inWords(credentials) + " for " + names.size() + ": " + String.join(" ", names));
        LOG.info("{} edited {} devices: {}", account, names.size(), wish);
        events.fleetMoved();
    }

    private Site site(String name) {
        return sites.named(name)
                .orElseThrow(() -> new ProblemException(
                        HttpStatus.NOT_FOUND,
                        "not-found",
                        "There is no site \"" + name + "\".",
                        "Choose one that the fleet has, or bring a device in with the new site first."));
    }
}
