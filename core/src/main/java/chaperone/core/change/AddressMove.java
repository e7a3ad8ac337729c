package chaperone.core.change;

import chaperone.core.address.IpAddress;
import chaperone.core.structure.Difference;
import chaperone.core.structure.Difference.Part;
import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
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
        List<Difference> differences =
                model.differences(promise.base(), promise.text()).withMeaning().differences();
        return leads(host, differences, Difference::before, Difference::after)
                .map(other -> new AddressMove(host, other))
                .or(() -> leads(host, differences, Difference::after, Difference::before)
                        .map(other -> new AddressMove(other, host)));
    }

    public String other(String host) {
        return host.equals(from) ? to : from;
    }

    /** @param here the side of a difference on which the device is called by the host; {@code there} is the other one */
    private static Optional<String> leads(String host, List<Difference> differences, Side here, Side there) {
        Optional<String> inPlace = only(differences.stream()
                .flatMap(each -> here.apply(each).stream()
                        .flatMap(part -> there.apply(each).stream().flatMap(other -> put(host, part, other)))));
        if (inPlace.isPresent()) return inPlace;
        List<Part> added = differences.stream()
                .filter(each -> here.apply(each).isEmpty())
                .flatMap(each -> there.apply(each).stream())
                .toList();
        return only(differences.stream()
                .filter(each -> there.apply(each).isEmpty())
                .flatMap(each -> here.apply(each).stream())
                .flatMap(part -> added.stream().flatMap(other -> put(host, part, other))));
    }

    private interface Side extends Function<Difference, Optional<Part>> {}

    private static Optional<String> only(Stream<String> found) {
        Set<String> addresses = found.collect(Collectors.toSet());
        return addresses.size() == 1 ? addresses.stream().findFirst() : Optional.empty();
    }

    /** Which address stands where the other one stood, if all else but the length of its prefix is the same. */
    private static Stream<String> put(String host, Part before, Part after) {
        if (!before.text().contains(host)) return Stream.empty();
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
