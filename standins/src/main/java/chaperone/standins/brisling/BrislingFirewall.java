package chaperone.standins.brisling;

import chaperone.standins.device.Chassis;
import chaperone.standins.device.ConfiguredDevice;
import chaperone.standins.device.Disturbance;
import chaperone.standins.device.Fault;
import chaperone.standins.device.Faults;
import chaperone.standins.device.Guard;
import chaperone.standins.device.Secret;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.regex.Matcher;

/** One firewall: what is in force, what is stored, and one edit at a time. Safe for several sessions at once. */
public final class BrislingFirewall extends ConfiguredDevice<BrislingConfig> {
    private static final String MARK = "b2$";

    private final Guard guard;
    private final Random salts = new Random();

    /** @throws IllegalArgumentException if the device itself would refuse a line of these texts */
    public BrislingFirewall(Chassis chassis, String running, String stored, Guard guard) {
        super(chassis, parse(running), parse(stored));
        this.guard = guard;
    }

    private static BrislingConfig parse(String text) {
        try {
            return BrislingConfig.parse(text);
        } catch (ErrorLine e) {
            throw new IllegalArgumentException("The sample configuration is refused: " + e.getMessage(), e);
        }
    }

    @Override
    public synchronized String name() {
        return running.read(Kind.NAME).stream().findFirst().map(m -> m.group(2)).orElse("brisling");
    }

    @Override
    public synchronized Optional<String> logIn(String account, String password) {
        if (chassis.faults().has(Fault.WRONG_CREDENTIALS)) return Optional.empty();
        boolean fits = running.read(Kind.ADMIN).stream()
                .anyMatch(m -> m.group(1).equals(account) && m.group(2).equals(password));
        return fits ? Optional.of("admin") : Optional.empty();
    }

    @Override
    public synchronized void becomeFactoryNew() {
        running = parse("reach cable");
        saved = running.copy();
        chassis.changed("factory");
    }

    @Override
    public synchronized boolean isRemote() {
        return running.read(Kind.REACH).stream().noneMatch(m -> m.group(2).equals("cable"));
    }

    synchronized BrislingConfig copyOfRunning() {
        return running.copy();
    }

    synchronized void apply(BrislingConfig edited, String account) {
        guard.end();
        running = edited.copy();
        saved = edited.copy();
        chassis.changed(account);
    }

    /** In force for a while; gone again unless it is confirmed. */
    synchronized void applyFor(int seconds, BrislingConfig edited, String account) {
        running = edited.copy();
        chassis.changed(account);
        guard.beginSeconds(seconds, this::goBack);
    }

    /** False if nothing waits for it. */
    synchronized boolean confirm() {
        chassis.saved();
        boolean was = guard.end();
        saved = running.copy();
        return was;
    }

    private synchronized void goBack() {
        running = saved.copy();
        chassis.wentBack();
    }

    @Override
    public synchronized void type(String account, List<String> lines) {
        BrislingConfig edited = running.copy();
        try {
            for (String line : lines) edit(edited, line);
        } catch (ErrorLine e) {
            throw new IllegalArgumentException(e.getMessage(), e);
        }
        apply(edited, account);
    }

    static void edit(BrislingConfig edited, String line) throws ErrorLine {
        String[] words = line.split(" +");
        if (words[0].equals("erase")) {
            edited.erase(line.substring("erase".length()).strip());
        } else if (words[0].equals("place")) {
            boolean isWhole = words.length == 5 && words[1].equals("rule") && words[3].equals("before");
            if (!isWhole) throw new ErrorLine(ErrorLine.MALFORMED, "expected place rule NUMBER before NUMBER");
            edited.place(words[2], words[4]);
        } else {
            edited.set(line);
        }
    }

    @Override
    public boolean isClosed(String port) {
        return false;
    }

    @Override
    public List<String> strangersEdit() {
        return List.of("object borrowed host 192.0.2.99");
    }

    @Override
    public synchronized void save() {
        confirm();
    }

    @Override
    public synchronized void restart() {
        guard.end();
        running = saved.copy();
        chassis.restart();
    }

    @Override
    protected String print(BrislingConfig config) {
        return config.print();
    }

    @Override
    protected String shown(BrislingConfig config) {
        Faults faults = chassis.faults();
        StringBuilder text = new StringBuilder();
        for (String line : config.print().split("\n")) text.append(salted(line)).append('\n');
        if (faults.has(Fault.NOT_UTF8)) text.append("object f\u00e4hre-\u00ff host 192.0.2.98\n");
        if (faults.has(Fault.HUGE)) pad(text);
        String body = faults.has(Fault.LOSES_A_LINE) ? Disturbance.withoutOneLine(text.toString()) : text.toString();
        Instant now = chassis.clock().instant().truncatedTo(ChronoUnit.SECONDS);
        return "release " + chassis.release() + " model " + chassis.hardware().model() + "\ntime " + now + "\n" + body;
    }

    private String salted(String line) {
        Matcher admin = Kind.ADMIN.form.matcher(line);
        if (!admin.matches()) return line;
        String salt = String.format(Locale.ROOT, "%04x", salts.nextInt(0x10000));
        return "admin " + admin.group(1) + " hash " + MARK + salt + Secret.digest(admin.group(2), salt);
    }

    private static void pad(StringBuilder text) {
        int lines = Disturbance.HUGE_LINES - Disturbance.lines(text.toString()) - 2;
        for (int i = 0; i < lines; i++) {
            text.append("object berth-")
                    .append(i)
                    .append(" host 203.0.113.")
                    .append(i % 256)
                    .append('\n');
        }
    }

    /** Hits since the start, made up from the number and the uptime: some rules are never hit. */
    synchronized String counters(Kind kind) {
        StringBuilder text = new StringBuilder();
        Instant now = chassis.clock().instant().truncatedTo(ChronoUnit.SECONDS);
        for (String name : kind == Kind.RULE ? running.rules() : running.names(kind)) {
            int hash = Math.floorMod(name.hashCode() * 31, 97);
            boolean isUsed = hash % 4 != 0;
            long hits = isUsed ? hash * (40_000 + chassis.uptime().toSeconds()) : 0;
            text.append("counter ")
                    .append(kind.word())
                    .append(' ')
                    .append(name)
                    .append(" hits ")
                    .append(hits);
            text.append(" last ")
                    .append(isUsed ? now.minus(Duration.ofSeconds(hash)) : "never")
                    .append('\n');
        }
        return text.toString();
    }
}
