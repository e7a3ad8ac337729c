package chaperone.server.query;

import chaperone.core.query.QueryReader;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.List;

/** Which devices a request asks for, and in which order; what is left out lets all through. */
record DeviceListRequest(
        @Size(max = QueryReader.LONGEST) String query,
        @Size(max = 100) List<String> site,
        @Size(max = 100) List<String> role,
        @Size(max = 100) List<String> release,
        @Size(max = 100) List<String> platform,
        @Size(max = 100) List<String> tag,
        @Size(max = 20) String sort) {

    DeviceListRequest {
        query = query == null ? "" : query;
        site = site == null ? List.of() : List.copyOf(site);
        role = role == null ? List.of() : List.copyOf(role);
        release = release == null ? List.of() : List.copyOf(release);
        platform = platform == null ? List.of() : List.copyOf(platform);
        tag = tag == null ? List.of() : List.copyOf(tag);
        sort = sort == null ? "site" : sort;
    }

    /** Whether nothing is asked for that would leave a device out. */
    boolean isEverything() {
        return query.isBlank()
                && site.isEmpty()
                && role.isEmpty()
                && release.isEmpty()
                && platform.isEmpty()
                && tag.isEmpty();
    }

    /** In words, for the head of a list on paper. */
    String said() {
        if (isEverything()) return "All devices.";
        List<String> words = new ArrayList<>();
        if (!query.isBlank()) words.add(query.strip());
        add(words, "site", site);
        add(words, "role", role);
        add(words, "release", release);
        add(words, "platform", platform);
        add(words, "tag", tag);
        return "Devices: " + String.join("; ", words) + ".";
    }

    private static void add(List<String> words, String field, List<String> values) {
        if (!values.isEmpty()) words.add(field + " is " + String.join(" or ", values));
    }

    /** All devices that a query means. */
    static DeviceListRequest meantBy(String query) {
        return new DeviceListRequest(query, List.of(), List.of(), List.of(), List.of(), List.of(), "site");
    }
}
