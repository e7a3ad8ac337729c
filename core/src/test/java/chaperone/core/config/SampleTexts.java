package chaperone.core.config;

import java.util.Random;

/** Generated configurations in each grammar, with blanks, comments and line ends as people leave them. */
public final class SampleTexts {
    private static final String[] WORDS = {"port", "vlan", "text", "address", "zone", "chain", "step"};

    private final String grammar;
    private final Random random;
    private final StringBuilder text = new StringBuilder();
    private int statements;

    private SampleTexts(String grammar, long seed) {
        this.grammar = grammar;
        this.random = new Random(seed);
    }

    public static String of(String grammar, long seed) {
        return written(grammar, seed).text.toString();
    }

    static int statementsOf(String grammar, long seed) {
        return written(grammar, seed).statements;
    }

    private static SampleTexts written(String grammar, long seed) {
        SampleTexts texts = new SampleTexts(grammar, seed);
        switch (grammar) {
            case "json" -> texts.jsonObject("", 0);
            case "xml" -> texts.xmlElement(0, 2 + texts.random.nextInt(3));
            default -> texts.blocks(0, 2 + texts.random.nextInt(4));
        }
        texts.text.append(texts.pick("", "\n", "\r\n", "  \n\n"));
        return texts;
    }

    private void blocks(int depth, int count) {
        for (int i = 0; i < count; i++) {
            String indent = grammar.equals("braced") ? " ".repeat(random.nextInt(4)) : "  ".repeat(depth);
            boolean nests = !grammar.equals("flat") && depth < 4 && random.nextInt(3) == 0;
            statements++;
            text.append(indent).append(word()).append(' ').append(value());
            if (grammar.equals("braced")) text.append(nests ? pick(" {", "{") : pick(";", " ;"));
            text.append(pick("", " ", grammar.equals("braced") ? " /* note; } */" : ""))
                    .append(lineEnd());
            if (nests) blocks(depth + 1, random.nextInt(4));
            if (nests && grammar.equals("braced"))
                text.append(indent).append('}').append(lineEnd());
            if (!grammar.equals("braced") && random.nextInt(6) == 0)
                text.append(indent).append("# note {").append(lineEnd());
        }
    }

    private void jsonObject(String name, int depth) {
        statements++;
        text.append(name).append('{').append(pick("", " ", "\n"));
        int count = random.nextInt(4);
        for (int i = 0; i < count; i++) {
            String member = "\"" + word() + i + "\"" + pick(":", ": ", " : ");
            if (depth < 4 && random.nextInt(3) == 0) jsonObject(member, depth + 1);
            else jsonLeaf(member);
            text.append(i < count - 1 ? pick(",", ", ", ",\n  ") : pick("", "\n"));
        }
        text.append('}');
    }

    private void jsonLeaf(String member) {
        statements++;
        boolean isArray = random.nextInt(4) == 0;
        if (isArray) statements += 2;
        text.append(member)
                .append(isArray ? "[ 1, \"\\u00e4\\n\" ]" : pick("true", "null", "-0.5e+7", "\"a \\\" b\"", "12"));
    }

    private void xmlElement(int depth, int count) {
        statements++;
        String name = word();
        text.append('<')
                .append(name)
                .append(pick("", " a='1'", " xmlns=\"urn:x\""))
                .append('>')
                .append(lineEnd());
        text.append("<inner/>");
        statements++;
        for (int i = 0; i < count; i++) {
            if (depth < 4 && random.nextInt(3) == 0) xmlElement(depth + 1, random.nextInt(3));
            else {
                statements++;
                text.append("<leaf>").append(pick("a &amp; b", "", "\u00f6")).append("</leaf>");
            }
            text.append(pick("", "\n  ", "<!-- a <b> -->"));
        }
        text.append("</").append(name).append(pick(">", " >"));
    }

    private String word() {
        return WORDS[random.nextInt(WORDS.length)];
    }

    private String value() {
        String quoted = grammar.equals("braced") ? "\"quay { ; }\"" : "\"quay\"";
        return pick("1/0/" + random.nextInt(48), quoted, grammar.equals("braced") ? "[ a b ]" : "a,b");
    }

    private String lineEnd() {
        return grammar.equals("braced") || grammar.equals("xml") ? pick("\n", "\r\n", " ") : pick("\n", "\r\n");
    }

    private String pick(String... choices) {
        return choices[random.nextInt(choices.length)];
    }
}
