package chaperone.standins.device;

/** What faults do to the configuration that a device shows. */
public final class Disturbance {
    public static final int HUGE_LINES = 50_000;

    private Disturbance() {}

    /** Without one line in its middle. */
    public static String withoutOneLine(String body) {
        int middle = body.indexOf('\n', body.length() / 2) + 1;
        int end = body.indexOf('\n', middle) + 1;
        return end <= middle ? body : body.substring(0, middle) + body.substring(end);
    }

    public static int lines(String text) {
        return text.split("\n").length;
    }
}
