package chaperone.core.template;

import chaperone.core.address.AddressRange;
import chaperone.core.address.IpAddress;
import chaperone.core.template.Field.Kind;
import java.util.List;
import java.util.Optional;

/** What is filled into a field, and whether it may be. */
final class FieldValue {
    private static final int LONGEST = 500;
    private static final int MOST_DIGITS = 18;

    private FieldValue() {}

    /** Why a value cannot be filled in, to be read behind "it is"; nothing if it can. */
    static Optional<String> problem(Field field, String value) {
        if (value.length() > LONGEST) return Optional.of("longer than " + LONGEST + " characters");
        // A value that held lines of its own could say anything to the device.
        if (value.chars().anyMatch(Character::isISOControl)) return Optional.of("more than one line");
        boolean isFitting = switch (field.kind()) {
            case TEXT -> true;
            case NUMBER -> isNumber(value);
            case ADDRESS -> IpAddress.read(value.strip()).isPresent();
            case PREFIX -> isPrefix(value);
            case PORTS -> false;
        };
        return isFitting ? Optional.empty() : Optional.of("not " + field.kind().words());
    }

    static Object of(Field field, String value) {
        return field.kind() == Kind.NUMBER ? (Object) Long.parseLong(value.strip()) : value.strip();
    }

    static Object sample(Field field) {
        return switch (field.kind()) {
            case TEXT -> "text";
            case NUMBER -> 1L;
            case ADDRESS -> "192.0.2.1";
            case PREFIX -> "192.0.2.0/27";
            case PORTS -> List.of("port");
        };
    }

    private static boolean isNumber(String value) {
        String digits = value.strip();
        return !digits.isEmpty()
                && digits.length() <= MOST_DIGITS
                && digits.chars().allMatch(c -> c >= '0' && c <= '9');
    }

    private static boolean isPrefix(String value) {
        return value.contains("/") && AddressRange.read(value.strip()) instanceof AddressRange.Outcome.Read;
    }
}
