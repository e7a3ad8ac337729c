package chaperone.core.platform;

import com.google.re2j.Pattern;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** What a person fills in for the base configuration of a factory-new device. */
public enum BaseField {
    NAME("Name", "letters, digits, dots and dashes, up to 63", "[A-Za-z0-9][A-Za-z0-9._-]{0,62}", false),
    ADDRESS("Management address", "an IPv4 address such as 192.0.2.7", Forms.ADDRESS, false),
    PREFIX_LENGTH("Prefix length", "a number from 1 to 32", "[1-9]|[12][0-9]|3[0-2]", false),
    ADMIN_PASSWORD("Administrator's password", Forms.SECRET_SAYS, Forms.SECRET, true),
    ACCOUNT("Chaperone's account", "letters, digits, dots and dashes, up to 40", "[A-Za-z][A-Za-z0-9._-]{0,39}", false),
    ACCOUNT_PASSWORD("Its password", Forms.SECRET_SAYS, Forms.SECRET, true),
    SERVER("This server's address as the device sees it", "an IPv4 address such as 192.0.2.7", Forms.ADDRESS, false);

    private final String title;
    private final String expected;
    private final Pattern form;
    private final boolean isSecret;

    private static final class Forms {
        static final String OCTET = "(?:25[0-5]|2[0-4][0-9]|1[0-9][0-9]|[1-9]?[0-9])";
        static final String ADDRESS = OCTET + "(?:\\." + OCTET + "){3}";
        /** Without what would end a word or a text in one of the languages, or in a shell. */
        static final String SECRET = "[!#%+,./0-9:=@A-Z^_a-z~-]{1,100}";

        static final String SECRET_SAYS = "1 to 100 of letters, digits and ! # % + , . / : = @ ^ _ ~ -";
    }

    BaseField(String title, String expected, String form, boolean isSecret) {
        this.title = title;
        this.expected = expected;
        this.form = Pattern.compile(form);
        this.isSecret = isSecret;
    }

    public String title() {
        return title;
    }

    /** The form in words. */
    public String expected() {
        return expected;
    }

    public boolean isSecret() {
        return isSecret;
    }

    public boolean takes(String value) {
        return form.matcher(value).matches();
    }

    /** As it stands in a platform's lines. */
    public String key() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    public static Optional<BaseField> of(String key) {
        return Stream.of(values()).filter(field -> field.key().equals(key)).findFirst();
    }
}
