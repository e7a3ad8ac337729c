package chaperone.core.platform;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/** Generated configurations that hold secrets, in layouts that devices and people may choose. */
final class SecretTexts {
    private final Random random;
    private final StringBuilder text = new StringBuilder();
    private final List<String> secrets = new ArrayList<>();
    private final List<String> shown = new ArrayList<>();

    /** @param shown pieces that are no secrets */
    record Sample(String text, List<String> secrets, List<String> shown) {}

    private SecretTexts(long seed) {
        random = new Random(seed);
    }

    static Sample of(String platform, long seed) {
        SecretTexts texts = new SecretTexts(seed);
        int count = 1 + texts.random.nextInt(4);
        switch (platform) {
            case "corvane" -> texts.corvane(count);
            case "brisling" -> texts.brisling(count);
            case "altamont" -> texts.altamont(count);
            case "pellon" -> texts.pellon(count);
            default -> texts.xml(count);
        }
        return new Sample(texts.text.toString(), texts.secrets, texts.shown);
    }

    private void corvane(int count) {
        for (int i = 0; i < count; i++) {
            text.append(pick(
                    "admin-secret ", "account a" + i + " level admin secret ", "account \"a b\" level view secret "));
            text.append(word(pick("", "\""), " $/.\\")).append('\n');
            text.append(pick("vlan 7 \"", "port 1/0/1\n  text \""))
                    .append(plain())
                    .append("\"\n");
        }
    }

    private void brisling(int count) {
        for (int i = 0; i < count; i++) {
            text.append("admin a")
                    .append(i)
                    .append(pick(" hash ", " password "))
                    .append(word("", "$/.\\"));
            text.append("\nobject o net ").append(plain()).append('\n');
        }
    }

    private void altamont(int count) {
        text.append("system").append(gap()).append('{');
        for (int i = 0; i < count; i++) {
            text.append(gap())
                    .append("account a")
                    .append(i)
                    .append(pick(" {", "{"))
                    .append(gap());
            text.append("text \"").append(plain()).append("\";").append(gap());
            text.append("secret ").append(gap()).append(word("\"", " $/.\\{};")).append(pick(";", " ;"));
            text.append(gap()).append('}');
        }
        text.append(gap()).append('}');
    }

    private void pellon(int count) {
        text.append('{').append(gap()).append("\"accounts\":").append(gap()).append('[');
        for (int i = 0; i < count; i++) {
            text.append(i == 0 ? "" : ",")
                    .append(gap())
                    .append("{\"label\": \"")
                    .append(plain())
                    .append("\",");
            text.append(gap())
                    .append(pick("\"secret\"", "\"s\\u0065cret\""))
                    .append(gap())
                    .append(':')
                    .append(gap());
            text.append(random.nextInt(6) == 0 ? number() : word("\"", " $/.{}[],:"))
                    .append(gap())
                    .append('}');
        }
        text.append(gap()).append("]}");
    }

    private void xml(int count) {
        text.append("<system>").append(gap());
        for (int i = 0; i < count; i++) {
            String prefix = pick("", "x:");
            text.append("<user>")
                    .append(gap())
                    .append("<label>")
                    .append(plain())
                    .append("</label>")
                    .append(gap());
            text.append('<')
                    .append(prefix)
                    .append("password")
                    .append(pick("", " kind=\"1\"", "\n"))
                    .append('>');
            String secret = word("", " $/.\"'");
            text.append(random.nextInt(3) == 0 ? "<![CDATA[" + secret + "]]>" : secret);
            text.append("</")
                    .append(prefix)
                    .append("password>")
                    .append(gap())
                    .append("</user>")
                    .append(gap());
        }
        text.append("</system>");
    }

    /** A secret no part of which stands anywhere else, with signs that its language lets it hold. */
    private String word(String quote, String signs) {
        StringBuilder secret = new StringBuilder("K" + unique());
        for (int i = random.nextInt(4); i > 0; i--) {
            char sign = signs.charAt(random.nextInt(signs.length()));
            boolean isEscape = sign == '\\' && !quote.isEmpty();
            secret.append(isEscape ? "\\\"" : sign).append('Q').append(unique());
        }
        for (String part : secret.toString().split("[^KQ0-9]+")) secrets.add(part);
        return quote + secret + quote;
    }

    private String number() {
        String digits = unique() + "77";
        secrets.add(digits);
        return digits;
    }

    private String plain() {
        String word = "shown" + unique();
        shown.add(word);
        return word;
    }

    private String unique() {
        return Integer.toString(1_000_000 + random.nextInt(9_000_000));
    }

    private String gap() {
        return pick("", " ", "\n", "\n    ", "\t");
    }

    private String pick(String... choices) {
        return choices[random.nextInt(choices.length)];
    }
}
