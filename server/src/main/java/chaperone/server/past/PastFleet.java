package chaperone.server.past;

import chaperone.core.past.PastPath;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Which device of the fleet a path means: by name, by address, or by what somebody says a name means. */
final class PastFleet {
    private final Map<String, List<Meant>> byName = new HashMap<>();

    record Meant(long id, String name, String platform) {}

    /** @param others names in the files, in small letters, and what the fleet calls those devices */
    PastFleet(JdbcClient database, Map<String, String> others) {
        database.sql("select id, name, host, platform from device").query(row -> {
            Meant device = new Meant(row.getLong("id"), row.getString("name"), row.getString("platform"));
            add(device.name(), device);
            add(row.getString("host"), device);
        });
        others.forEach((name, meant) ->
                devices(meant).stream().findFirst().ifPresent(device -> byName.put(key(name), List.of(device))));
    }

    boolean has(String name) {
        return !devices(name).isEmpty();
    }

    private void add(String name, Meant device) {
        List<Meant> devices = byName.computeIfAbsent(key(name), key -> new ArrayList<>(1));
        if (!devices.contains(device)) devices.add(device);
    }

    private List<Meant> devices(String name) {
        return byName.getOrDefault(key(name), List.of());
    }

    private static String key(String name) {
        return name.toLowerCase(Locale.ROOT);
    }

    /** Those that the longest of its names means: none, one, or several between which nobody can tell. */
    List<Meant> of(PastPath path) {
        int longest = 0;
        List<Meant> meant = new ArrayList<>();
        for (String name : path.names()) {
            if (name.length() < longest) break;
            for (Meant device : devices(name)) {
                longest = name.length();
                if (!meant.contains(device)) meant.add(device);
            }
        }
        return meant;
    }
}
