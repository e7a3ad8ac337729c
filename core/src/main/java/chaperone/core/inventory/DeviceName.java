package chaperone.core.inventory;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.Optional;

/** A name of the form {@code site-role-number}, such as {@code brkw-core-1} or {@code mv-curlew-sw-1}. */
public record DeviceName(String site, String role, int number) {
    private static final Pattern FORM = Pattern.compile("([a-z0-9]+(?:-[a-z0-9]+)*)-([a-z]+)-(\\d{1,4})");

    /** The parts of a name, if it has this form. */
    public static Optional<DeviceName> read(String name) {
        Matcher matcher = FORM.matcher(name);
        if (!matcher.matches()) return Optional.empty();
        return Optional.of(new DeviceName(matcher.group(1), matcher.group(2), Integer.parseInt(matcher.group(3))));
    }

    /** The role in words; the short word itself where it stands for nothing that we know. */
    public String roleInWords() {
        return switch (role) {
            case "acc" -> "access";
            case "rtr" -> "router";
            case "sw" -> "switch";
            case "wall" -> "firewall";
            default -> role;
        };
    }
}
