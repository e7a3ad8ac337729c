package chaperone.server.map;

import chaperone.core.inventory.PairProposals;
import chaperone.core.inventory.PairProposals.Member;
import chaperone.core.inventory.PairProposals.Proposal;
import chaperone.core.table.Links;
import chaperone.core.table.TableKind;
import chaperone.server.fleet.Fleet;
import chaperone.server.fleet.Fleet.Standing;
import chaperone.server.pair.Pairs;
import chaperone.server.table.Tables;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The network as the devices' neighbour tables tell it. */
@Service
public class Network {
    private final Fleet fleet;
    private final Tables tables;
    private final Pairs pairs;

    Network(Fleet fleet, Tables tables, Pairs pairs) {
        this.fleet = fleet;
        this.tables = tables;
        this.pairs = pairs;
    }

    @Transactional(readOnly = true)
    public List<Standing> devices() {
        return fleet.standings();
    }

    /** Every device of the fleet is asked for its neighbours; one that has told none has none. */
    @Transactional(readOnly = true)
    public Links.Found links(List<Standing> devices) {
        Map<Long, List<List<String>>> told = tables.all(TableKind.NEIGHBOURS);
        Map<String, List<List<String>>> byName = new HashMap<>();
        devices.forEach(device -> byName.put(device.name(), told.getOrDefault(device.id(), List.of())));
        return Links.of(byName);
    }

    /** Without those that are decided already, one way or the other. */
    @Transactional(readOnly = true)
    public List<Proposal> proposals() {
        List<Standing> devices = devices();
        Set<String> taken = new HashSet<>();
        pairs.all().forEach(pair -> taken.addAll(List.of(pair.first(), pair.second())));
        Set<List<String>> refused = pairs.refused();
        List<Member> members = devices.stream()
                .map(device -> new Member(device.name(), device.site(), device.role(), device.model()))
                .toList();
        return PairProposals.of(members, links(devices).known()).stream()
                .filter(proposal -> !taken.contains(proposal.first()) && !taken.contains(proposal.second()))
                .filter(proposal -> !refused.contains(List.of(proposal.first(), proposal.second())))
                .toList();
    }
}
