package chaperone.standins.corvane;

import java.util.regex.Pattern;
import java.util.stream.Stream;

/** What may stand at one place of a statement; the text is what the device says it expected. */
enum Place {
    NAME("a name", "[A-Za-z0-9][A-Za-z0-9._-]{0,62}"),
    TEXT("a text in quotation marks", "\"[^\"]{0,80}\"|[^\" ]{1,80}"),
    LEVEL("view or admin", "view|admin"),
    SECRET("a secret", "[\\x21-\\x7e]{1,100}"),
    KEY("a public key in quotation marks", "\"[a-z0-9-]{1,40} [A-Za-z0-9+/=]{20,1000}\""),
    REACH("shell or cable", "shell|cable"),
    VLAN("a vlan from 1 to 4094", "\\d{1,4}"),
    VLANS("vlans with commas", "\\d{1,4}(,\\d{1,4}){0,500}"),
    PORT("a port such as 1/0/4", "\\d{1,2}/\\d{1,2}/\\d{1,3}"),
    ADDRESS("an address", "\\d{1,3}(\\.\\d{1,3}){3}"),
    PREFIX("a prefix such as 192.0.2.0/24", "\\d{1,3}(\\.\\d{1,3}){3}/\\d{1,2}"),
    WHERE("any or a prefix", "any|\\d{1,3}(\\.\\d{1,3}){3}/\\d{1,2}"),
    PERCENT("a number from 0 to 100", "\\d{1,3}"),
    WEIGHT("a number from 1 to 255", "\\d{1,3}"),
    LINE_NUMBER("a line number from 1 to 9999", "[1-9]\\d{0,3}"),
    ACTION("pass or stop", "pass|stop"),
    PROTOCOL("ip, tcp, udp or icmp", "ip|tcp|udp|icmp"),
    PORT_NUMBER("a port number from 1 to 65535", "\\d{1,5}");

    final String expected;
    private final Pattern form;

    Place(String expected, String form) {
        this.expected = expected;
        this.form = Pattern.compile(form, Pattern.DOTALL);
    }

    boolean takes(String word) {
        if (!form.matcher(word).matches()) return false;
        return switch (this) {
            case VLAN -> within(word, 1, 4094);
            case VLANS -> Stream.of(word.split(",")).allMatch(vlan -> within(vlan, 1, 4094));
            case PERCENT -> within(word, 0, 100);
            case WEIGHT -> within(word, 1, 255);
            case PORT_NUMBER -> within(word, 1, 65_535);
            case ADDRESS -> isAddress(word);
            case PREFIX -> isPrefix(word);
            case WHERE -> word.equals("any") || isPrefix(word);
            case NAME, TEXT, LEVEL, SECRET, KEY, REACH, PORT, LINE_NUMBER, ACTION, PROTOCOL -> true;
        };
    }

    private static boolean isPrefix(String word) {
        String[] parts = word.split("/");
        return isAddress(parts[0]) && within(parts[1], 0, 32);
    }

    private static boolean isAddress(String word) {
        return Stream.of(word.split("\\.")).allMatch(part -> within(part, 0, 255));
    }

    private static boolean within(String digits, int least, int greatest) {
        int number = Integer.parseInt(digits);
        return number >= least && number <= greatest;
    }
}
