package chaperone.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/** A configuration of a switch with many ports, before and after edits scattered over it. The same for the same seed. */
record ConfigPair(List<String> before, List<String> after) {

    static ConfigPair of(int lines, int edits, long seed) {
        Random random = new Random(seed);
        List<String> before = new ArrayList<>(lines);
        for (int port = 0; before.size() < lines; port++) addPort(before, port, random);
        List<String> cut = before.subList(0, lines);
        return new ConfigPair(List.copyOf(cut), edited(cut, edits, random));
    }

    private static void addPort(List<String> text, int port, Random random) {
        text.add("port " + port / 1000 + "/0/" + port % 1000);
        text.add("  text \"berth " + random.nextInt(4000) + "\"");
        text.add("  member vlan " + (300 + random.nextInt(60)));
        if (random.nextInt(3) == 0) text.add("  flood-limit " + (1 + random.nextInt(20)));
        if (random.nextInt(4) == 0) text.add("  closed");
    }

    /** A third each of lines altered, taken away and put in, at places spread evenly. */
    private static List<String> edited(List<String> before, int edits, Random random) {
        List<String> after = new ArrayList<>(before);
        int step = before.size() / edits;
        for (int i = edits - 1; i >= 0; i--) {
            int at = i * step + random.nextInt(step);
            switch (i % 3) {
                case 0 -> after.set(at, "  text \"crane " + random.nextInt(4000) + "\"");
                case 1 -> after.remove(at);
                default -> after.add(at, "  flood-limit " + (1 + random.nextInt(20)));
            }
        }
        return List.copyOf(after);
    }

    String beforeText() {
        return String.join("\n", before) + "\n";
    }

    String afterText() {
        return String.join("\n", after) + "\n";
    }
}
