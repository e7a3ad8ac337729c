package chaperone.core.origin;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.Map;
import java.util.Optional;

/**
 * Somebody at a device, as the device tells it; what it does not tell is empty.
 *
 * @param account under which it was logged in to
 * @param from the address from which
 * @param way how: the name of a protocol, or of the cable
 */
public record Visitor(String account, String from, String way) {
    public static final Visitor UNKNOWN = new Visitor("", "", "");

    private static final int LONGEST = 60;

    public Visitor {
        account = plain(account);
        from = plain(from);
        way = plain(way);
    }

    public boolean isKnown() {
        return !equals(UNKNOWN);
    }

    public boolean hasAccount() {
        return !account.isEmpty();
    }

    /** What the groups {@code account}, {@code from} and {@code way} of a pattern match; nothing if it does not match. */
    public static Optional<Visitor> in(String text, Pattern pattern) {
        Matcher matcher = pattern.matcher(text);
        if (!matcher.find()) return Optional.empty();
        return Optional.of(new Visitor(group(matcher, "account"), group(matcher, "from"), group(matcher, "way")));
    }

    /** Takes what this one does not know from the parameters of these names. */
    Visitor orFrom(Map<String, String> data) {
        return new Visitor(
                account.isEmpty() ? data.getOrDefault("account", "") : account,
                from.isEmpty() ? data.getOrDefault("from", "") : from,
                way.isEmpty() ? data.getOrDefault("way", "") : way);
    }

    private static String group(Matcher matcher, String name) {
        if (!matcher.pattern().namedGroups().containsKey(name)) return "";
        return Optional.ofNullable(matcher.group(name)).orElse("");
    }

    /** Devices and whoever forges their messages may say anything: what cannot be shown on one line goes. */
    private static String plain(String said) {
        StringBuilder shown = new StringBuilder();
        said.strip()
                .codePoints()
                .filter(point -> !Character.isISOControl(point) && Character.getType(point) != Character.FORMAT)
                .filter(point -> Character.getType(point) != Character.SURROGATE)
                .limit(LONGEST)
                .forEach(shown::appendCodePoint);
        return shown.toString();
    }
}
