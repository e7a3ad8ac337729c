package chaperone.standins.corvane;

import chaperone.standins.control.Fault;
import chaperone.standins.control.Faults;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/** One switch: its hardware, its two configurations, its counters. Safe for several sessions at once. */
public final class CorvaneSwitch {
    private static final String SALT = "7f3a";

    private final Hardware hardware;
    private final Clock clock;
    private final Faults faults;
    private CorvaneConfig running;
    private String saved;
    private Instant started;
    private int changes;
    private Instant changedAt;
    private String changedBy = "factory";

    /** @throws IllegalArgumentException if the device itself would refuse a line of these texts */
    public CorvaneSwitch(Hardware hardware, String running, String saved, Faults faults, Clock clock) {
        this.hardware = hardware;
        this.clock = clock;
        this.faults = faults;
        this.running = parse(running);
        this.saved = parse(saved).print();
        this.started = clock.instant();
        this.changedAt = started;
    }

    public Hardware hardware() {
        return hardware;
    }

    public Faults faults() {
        return faults;
    }

    public synchronized String name() {
        return running.linesThatStartWith("name").stream()
                .findFirst()
                .map(words -> words.get(1))
                .orElse("corvane");
    }

    /** The level of an account if the password is right: {@code view} or {@code admin}. */
    public synchronized Optional<String> logIn(String account, String password) {
        if (faults.has(Fault.WRONG_CREDENTIALS)) return Optional.empty();
        return running.linesThatStartWith("account").stream()
                .filter(words -> words.get(1).equals(account) && Secret.fits(password, words.get(5)))
                .map(words -> words.get(3))
                .findFirst();
    }

    synchronized boolean raises(String password) {
        if (faults.has(Fault.PRIVILEGE_REFUSED)) return false;
        return running.linesThatStartWith("admin-secret").stream()
                .anyMatch(words -> Secret.fits(password, words.get(1)));
    }

    /** A statement typed by {@code account} inside the block {@code in}; gives the block that it opens. */
    synchronized Optional<String> edit(Optional<String> in, String line, String account) throws Refusal {
        Optional<Line> block = in.flatMap(running::find);
        if (in.isPresent() && block.isEmpty()) throw new Refusal(0, line.split(" ")[0], "this block is gone; type up");
        Optional<Line> opened = Optional.empty();
        if (line.startsWith("not ")) {
            running.takeAway(block, line.substring(4));
        } else {
            checkPort(line);
            opened = running.set(block, hashed(line));
        }
        changes++;
        changedAt = clock.instant();
        changedBy = account;
        return opened.map(Line::text);
    }

    /**
     * Lines as somebody would type them while editing, {@code up} included.
     *
     * @throws IllegalArgumentException if the device refuses one
     */
    public void type(String account, List<String> lines) {
        Optional<String> block = Optional.empty();
        for (String line : lines) {
            try {
                Optional<String> opened = line.equals("up") ? Optional.empty() : edit(block, line, account);
                block = line.equals("up") ? Optional.empty() : opened.or(always(block));
            } catch (Refusal e) {
                throw new IllegalArgumentException(line + " " + e.getMessage(), e);
            }
        }
    }

    private static Supplier<Optional<String>> always(Optional<String> block) {
        return () -> block;
    }

    public synchronized void save() {
        saved = running.print();
    }

    /** Comes up with the saved configuration; what was not saved is gone. */
    public synchronized void restart() {
        running = parse(saved);
        started = clock.instant();
    }

    /** The configuration as the device shows it, header first. */
    public synchronized String runningText() {
        return withHeader(running.print());
    }

    public synchronized String savedText() {
        return withHeader(saved);
    }

    synchronized String welcome() {
        boolean inWelcome = false;
        StringBuilder text = new StringBuilder();
        for (String line : running.print().split("\n")) {
            if (inWelcome && line.startsWith("  |"))
                text.append(line.substring(3).stripLeading()).append('\n');
            else inWelcome = line.equals("welcome");
        }
        return text.toString();
    }

    synchronized String facts() {
        return fact("maker", "Corvane")
                + fact("name", name())
                + fact("model", hardware.model())
                + fact("serial", hardware.serial())
                + fact("release", hardware.release())
                + fact("mac base", hardware.macBase())
                + fact("uptime", uptime());
    }

    synchronized String changed() {
        return fact("changes", Integer.toString(changes)) + fact("last", changedAt.toString()) + fact("by", changedBy);
    }

    String modules() {
        return "slot  module     serial\n" + String.join("\n", hardware.modules()) + "\n";
    }

    synchronized String storage() {
        long used = 48_000_000L + saved.length();
        return "file                          bytes\n"
                + String.format("corvane-%-22s%d%n", hardware.release() + ".img", 48_000_000L)
                        .replace("\r", "")
                + String.format("saved.conf                    %d%n", (long) saved.length())
                        .replace("\r", "")
                + "free                          " + (128_000_000L - used) + "\n";
    }

    private String uptime() {
        Duration up = Duration.between(started, clock.instant());
        return up.toDays() + " d "
                + String.format("%02d:%02d:%02d", up.toHoursPart(), up.toMinutesPart(), up.toSecondsPart());
    }

    private static String fact(String name, String value) {
        return String.format("%-9s: %s", name, value) + "\n";
    }

    private String withHeader(String body) {
        String shown = Disturbance.of(body, faults);
        String header = "# Corvane " + hardware.model() + ", release " + hardware.release() + ", " + shown.length()
                + " bytes\n";
        return header + (faults.has(Fault.LOSES_A_LINE) ? Disturbance.withoutOneLine(shown) : shown);
    }

    private void checkPort(String line) throws Refusal {
        List<String> words = Words.of(line);
        boolean namesPort = words.size() > 1 && words.get(0).equals("port") && Place.PORT.takes(words.get(1));
        if (namesPort && !hardware.hasPort(words.get(1))) {
            throw new Refusal(1, words.get(1), "this model has ports " + hardware.portRange());
        }
    }

    /** A password typed in the clear is kept as a digest, as the statement will be printed. */
    private static String hashed(String line) {
        List<String> words = Words.of(line);
        int last = words.size() - 1;
        boolean isAccount = words.size() == 6 && words.get(0).equals("account");
        boolean isAdminSecret = words.size() == 2 && words.get(0).equals("admin-secret");
        if (!(isAccount || isAdminSecret) || words.get(last).startsWith("c1.")) return line;
        return String.join(" ", words.subList(0, last)) + " " + Secret.of(words.get(last), SALT);
    }

    private static CorvaneConfig parse(String text) {
        try {
            StringBuilder clean = new StringBuilder();
            for (String line : text.split("\n")) clean.append(hashed(line)).append('\n');
            return CorvaneConfig.parse(clean.toString());
        } catch (Refusal e) {
            throw new IllegalArgumentException("The sample configuration is refused: " + e.getMessage(), e);
        }
    }
}
