package chaperone.core.change;

import chaperone.core.address.IpAddress;
import chaperone.core.structure.Difference;
import chaperone.core.structure.Difference.Part;
import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** The address that a device is called by, and the one that a change puts in its place. */
public record AddressMove(String from, String to) {
    private static final String BEFORE = "(?:^|[^A-Za-z0-9.:_-])";
    private static final String LENGTH = "(?:/\\d+)?";
    private static final String ADDRESS = "([0-9A-Fa-f.:]+)";

    /**
     * Nothing if no statement that says the address is put into another one that says another address in its place, or if
     * there are several of them that do not agree. Linear in the two texts, and in the statements that are added times those
     * that say the address.
     *
     * @param host an IP address as which the device is called now: before the change, or after it
     */
    public static Optional<AddressMove> of(String host, Promise promise, ConfigModel model) {
        boolean isBefore = promise.base().contains(host);
        if (!isBefore && !promise.text().contains(host) || IpAddress.read(host).isEmpty()) return Optional.empty();
        return leads(host, promise.base(), promise.text(), model)
                .map(other -> new AddressMove(host, other))
                .or(() ->
                        leads(host, promise.text(), promise.base(), model).map(other -> new AddressMove(other, host)));
    }

    public String other(String host) {
        return host.equals(from) ? to : from;
    }

    private static Optional<String> leads(String host, String before, String after, ConfigModel model) {
        List<Difference> differences =
                model.differences(before, after).withMeaning().differences();
        Optional<String> inPlace = only(differences.stream()
                .filter(each -> each.before().isPresent())
                .flatMap(each -> each.after().stream()
                        .flatMap(part -> put(host, each.before().get(), part))));
        if (inPlace.isPresent()) return inPlace;
        List<Part> added = differences.stream()
                .filter(each -> each.before().isEmpty())
                .flatMap(each -> each.after().stream())
                .toList();
        return only(differences.stream()
                .filter(each -> each.after().isEmpty())
                .flatMap(each -> each.before().stream())
                .filter(part -> part.text().contains(host))
                .flatMap(part -> added.stream().flatMap(other -> put(host, part, other))));
    }

    private static Optional<String> only(Stream<String> found) {
        Set<String> addresses = found.collect(Collectors.toSet());
        return addresses.size() == 1 ? addresses.stream().findFirst() : Optional.empty();
    }

    /** Which address stands where the other one stood, if all else but the length of its prefix is the same. */
    private static Stream<String> put(String host, Part before, Part after) {
        Matcher said = Pattern.compile(BEFORE + "(" + Pattern.quote(host) + LENGTH + ")(?:[^A-Za-z0-9.:_-]|$)")
                .matcher(before.text());
        if (!said.find()) return Stream.empty();
        String start = before.text().substring(0, said.start(1));
        String rest = before.text().substring(said.end(1));
        Matcher other = Pattern.compile(Pattern.quote(start) + ADDRESS + LENGTH + Pattern.quote(rest))
                .matcher(after.text());
        return other.matches() && !other.group(1).equals(host)
                ? IpAddress.read(other.group(1)).map(IpAddress::text).stream()
                : Stream.empty();
    }
}
