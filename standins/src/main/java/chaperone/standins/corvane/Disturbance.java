package chaperone.standins.corvane;

import chaperone.standins.control.Fault;
import chaperone.standins.control.Faults;

/** What a fault does to the configuration that a device shows. */
final class Disturbance {
    private static final int HUGE_LINES = 50_000;

    private Disturbance() {}

    static String of(String body, Faults faults) {
        String shown = body;
        if (faults.has(Fault.HUGE)) shown = shown + padding(HUGE_LINES - body.split("\n").length - 1);
        // Latin letters from an old terminal: 0xE4 and 0xFF cannot stand in UTF-8 like this.
        if (faults.has(Fault.NOT_UTF8)) shown = shown + "port 1/0/20\n  text \"F\u00e4hranleger \u00ff\"\n";
        return shown;
    }

    static String withoutOneLine(String body) {
        int middle = body.indexOf('\n', body.length() / 2) + 1;
        int end = body.indexOf('\n', middle) + 1;
        return end <= middle ? body : body.substring(0, middle) + body.substring(end);
    }

    private static String padding(int lines) {
        StringBuilder text = new StringBuilder(lines * 28);
        for (int i = 0; i < lines; i++) {
            boolean head = i % 3 == 0;
            if (head)
                text.append("port ")
                        .append(20 + i / 3 / 1000)
                        .append("/0/")
                        .append(i / 3 % 1000)
                        .append('\n');
            else if (i % 3 == 1)
                text.append("  text \"berth light ").append(i / 3).append("\"\n");
            else text.append("  member vlan ").append(300 + i / 3 % 60).append('\n');
        }
        return text.toString();
    }
}
