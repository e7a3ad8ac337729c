package chaperone.server.intake;

import chaperone.connect.conversation.Endpoint;
import chaperone.core.address.IpAddress;
import chaperone.core.address.ListOutcome;
import chaperone.core.address.ListProblem;
import chaperone.core.inventory.AddressLine;
import chaperone.server.callable.CallRules;
import chaperone.server.credential.CredentialSets;
import chaperone.server.credential.SetScope;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.job.NewJobLine;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;

/** What bringing a list in would do, before anything is called. */
@Component
class ImportPreviews {
    /** Of each kind of place: enough to look through. */
    private static final int MOST_PLACES = 200;

    private final Fleet fleet;
    private final CredentialSets credentials;
    private final CallRules rule;

    ImportPreviews(Fleet fleet, CredentialSets credentials, CallRules rule) {
        this.fleet = fleet;
        this.credentials = credentials;
        this.rule = rule;
    }

    /**
     * @param mistakes of a list that cannot be taken; nothing else is told of it
     * @param addresses how many the list names
     * @param calls how many of them are called and logged in to
     * @param known how many are in the fleet, and are left as they are
     * @param conflicts lines that say something else than the fleet, or that cannot be called; at most 200
     * @param sets how many addresses each credential set logs in to, by its name
     */
    record ListPreview(
            List<ListProblem> mistakes,
            int addresses,
            int calls,
            int known,
            int conflicting,
            List<Conflict> conflicts,
            List<SetUse> sets) {}

    /** @param line where it stands in the list, from 0 */
    record Conflict(int line, String target, String message) {}

    record SetUse(String set, int addresses) {}

    ListPreview of(ListOutcome<List<AddressLine>> list, ImportLines found) {
        if (list instanceof ListOutcome.Malformed<List<AddressLine>> malformed) return mistaken(malformed.problems());
        List<AddressLine> read = ((ListOutcome.Read<List<AddressLine>>) list).value();
        ListOutcome<List<NewJobLine>> lines = found.of(read);
        return lines instanceof ListOutcome.Malformed<List<NewJobLine>> malformed
                ? mistaken(malformed.problems())
                : of(read, ((ListOutcome.Read<List<NewJobLine>>) lines).value());
    }

    /** Ranges name nobody, so that nothing can contradict what is known; what may not be called is counted alone. */
    ListPreview ofRanges(ListOutcome<List<String>> ranges, int port) {
        if (ranges instanceof ListOutcome.Malformed<List<String>> malformed) return mistaken(malformed.problems());
        List<String> addresses = ((ListOutcome.Read<List<String>>) ranges).value();
        Set<String> known = fleet.atHosts(addresses).stream()
                .filter(device -> device.port() == port)
                .map(Device::host)
                .collect(Collectors.toSet());
        List<String> unknown =
                addresses.stream().filter(host -> !known.contains(host)).toList();
        long calls = unknown.stream()
                .filter(host -> rule.reason(new Endpoint(host, port)).isEmpty())
                .count();
        return new ListPreview(
                List.of(),
                addresses.size(),
                (int) calls,
                known.size(),
                unknown.size() - (int) calls,
                List.of(),
                List.of());
    }

    private static ListPreview mistaken(List<ListProblem> problems) {
        return new ListPreview(problems, 0, 0, 0, 0, List.of(), List.of());
    }

    /** @param lines made from those that were read, in the same order */
    private ListPreview of(List<AddressLine> read, List<NewJobLine> lines) {
        Map<String, List<Device>> byHost =
                fleet.atHosts(lines.stream().map(NewJobLine::host).distinct().toList()).stream()
                        .collect(Collectors.groupingBy(Device::host));
        Map<Long, SetScope> scopes = new HashMap<>();
        List<Look> looks = lines.stream()
                .map(line -> look(
                        line,
                        byHost.getOrDefault(line.host(), List.of()),
                        line.credentialSet()
                                .filter(id -> id != 0)
                                .map(id -> scopes.computeIfAbsent(id, credentials::scope))))
                .toList();
        List<Conflict> conflicts = IntStream.range(0, looks.size())
                .boxed()
                .flatMap(i -> looks.get(i).says().stream()
                        .map(message ->
                                new Conflict(read.get(i).line(), lines.get(i).target(), message)))
                .toList();
        Map<String, Integer> uses = looks.stream()
                .filter(Look::isCalled)
                .flatMap(look -> look.set().stream())
                .collect(Collectors.groupingBy(SetScope::name, TreeMap::new, Collectors.summingInt(look -> 1)));
        return new ListPreview(
                List.of(),
                looks.size(),
                (int) looks.stream().filter(Look::isCalled).count(),
                (int) looks.stream().filter(Look::isKnown).count(),
                conflicts.size(),
                conflicts.stream().limit(MOST_PLACES).toList(),
                uses.entrySet().stream()
                        .map(use -> new SetUse(use.getKey(), use.getValue()))
                        .toList());
    }

    /**
     * What becomes of one line.
     *
     * @param says what somebody should look at, if there is anything
     */
    private record Look(boolean isKnown, boolean isCalled, Optional<SetScope> set, Optional<String> says) {}

    /** @param there the devices of the fleet at its host */
    private Look look(NewJobLine line, List<Device> there, Optional<SetScope> set) {
        Optional<Device> same =
                there.stream().filter(each -> each.port() == line.port()).findFirst();
        if (same.isPresent()) return new Look(true, false, set, otherThan(same.get(), line));
        Optional<String> refusal = refusal(line, set);
        return new Look(false, refusal.isEmpty(), set, refusal.or(() -> otherPort(there)));
    }

    /** Why it will not be called. What a host name leads to is asked when it is called, not here. */
    private Optional<String> refusal(NewJobLine line, Optional<SetScope> set) {
        if (IpAddress.read(line.host()).isEmpty()) return Optional.empty();
        Endpoint endpoint = new Endpoint(line.host(), line.port());
        return rule.reason(endpoint)
                .map(why -> why + " that Chaperone may call")
                .or(() -> set.flatMap(each -> each.reason(endpoint, line.site())))
                .map(why -> "is not called: " + why);
    }

    private static Optional<String> otherPort(List<Device> there) {
        return there.stream()
                .findFirst()
                .map(other -> "the fleet has " + other.name() + " at port " + other.port() + " of this address");
    }

    private Optional<String> otherThan(Device device, NewJobLine line) {
        List<String> different = new ArrayList<>();
        differs("site", line.site(), device.siteName()).ifPresent(different::add);
        differs("role", line.role(), device.role()).ifPresent(different::add);
        IntakeDetails.of(line.payload())
                .platform()
                .flatMap(platform -> differs("platform", platform, device.platform()))
                .ifPresent(different::add);
        return different.isEmpty()
                ? Optional.empty()
                : Optional.of("is " + device.name() + " and stays as it is: " + String.join(", ", different));
    }

    private static Optional<String> differs(String what, String listed, String kept) {
        return listed.isBlank() || listed.equalsIgnoreCase(kept)
                ? Optional.empty()
                : Optional.of(what + " \"" + kept + "\", here \"" + listed + "\"");
    }
}
