package chaperone.connect.netconf;

import com.google.re2j.Pattern;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/** Which capability an operation needs (RFC 6241, section 8): better known before than refused half way. */
final class NetconfCapabilities {
    private static final Map<Pattern, String> NEEDED = new LinkedHashMap<>();

    static {
        needs("<(\\w+:)?commit\\b.*<(\\w+:)?(persist|persist-id)\\b", "confirmed-commit:1.1");
        needs("<(\\w+:)?(cancel-commit)\\b", "confirmed-commit:1.1");
        needs("<(\\w+:)?commit\\b.*<(\\w+:)?confirmed\\b", "confirmed-commit:1.1");
        needs("<(\\w+:)?(commit|discard-changes)\\b", "candidate:1.0");
        needs("<(\\w+:)?candidate\\b", "candidate:1.0");
        needs("<(\\w+:)?validate\\b", "validate:1.1");
        needs("<(\\w+:)?startup\\b", "startup:1.0");
        needs("<edit-config>.*<target>\\s*<running", "writable-running:1.0");
        needs("<(\\w+:)?filter[^>]*type=.xpath", "xpath:1.0");
    }

    private NetconfCapabilities() {}

    private static void needs(String operation, String capability) {
        NEEDED.put(Pattern.compile(operation, Pattern.DOTALL), capability);
    }

    /** Looks only at the operation's head: what a configuration holds is no operation. */
    static Optional<String> neededFor(String operation) {
        int config = operation.indexOf("<config");
        String head = config < 0 ? operation : operation.substring(0, config);
        return NEEDED.entrySet().stream()
                .filter(entry -> entry.getKey().matcher(head).find())
                .map(Map.Entry::getValue)
                .findFirst();
    }
}
