package chaperone.server.map;

import chaperone.core.inventory.PairProposals.Proposal;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.fleet.Fleet;
import chaperone.server.pair.Pairs;
import chaperone.server.pair.Pairs.Pair;
import chaperone.server.removal.RemovalKind;
import chaperone.server.removal.Removals;
import chaperone.server.removal.Removed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Which devices back each other up: proposed from names and links, decided by people. */
@RestController
@RequestMapping("/api/pairs")
class PairController {
    private final Network network;
    private final Pairs pairs;
    private final Fleet fleet;
    private final Removals removals;

    PairController(Network network, Pairs pairs, Fleet fleet, Removals removals) {
        this.removals = removals;
        this.fleet = fleet;
        this.network = network;
        this.pairs = pairs;
    }

    /** @param refused said to be no pairs, each with both names in the order of the alphabet */
    record PairList(List<Pair> pairs, List<Proposal> proposals, List<List<String>> refused) {}

    record PairInput(
            @NotBlank @Size(max = 253) String first,
            @NotBlank @Size(max = 253) String second) {}

    @GetMapping
    PairList list() {
        List<List<String>> refused = pairs.refused().stream()
                .sorted(Comparator.comparing(Object::toString))
                .toList();
        return new PairList(pairs.all(), network.proposals(), refused);
    }

    @Audited("made a pair")
    @PutMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void confirm(@Valid @RequestBody PairInput pair, Principal principal) {
        AuditNote.add(pair.first() + " and " + pair.second());
        pairs.confirm(pair.first(), pair.second(), principal.getName());
    }

    @Audited("said that two devices are no pair")
    @DeleteMapping
    @Transactional
    public Removed refuse(
            @RequestParam @Size(max = 253) String first,
            @RequestParam @Size(max = 253) String second,
            Principal principal) {
        String both = first + " and " + second;
        AuditNote.add(both);
        Removed removed = removals.keep(
                RemovalKind.PAIR,
                both,
                principal.getName(),
                Map.of("one", fleet.get(first).id(), "other", fleet.get(second).id()));
        pairs.refuse(first, second);
        return removed;
    }
}
