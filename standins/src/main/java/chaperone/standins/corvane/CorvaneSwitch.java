package chaperone.standins.corvane;

import chaperone.standins.device.Chassis;
import chaperone.standins.device.ConfiguredDevice;
import chaperone.standins.device.Fault;
import chaperone.standins.device.Secret;
import chaperone.standins.device.Words;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/** One switch: its two configurations and what it lets people do. */
public final class CorvaneSwitch extends ConfiguredDevice<CorvaneConfig> {
    private static final String MARK = "c1.";
    private static final String SALT = "7f3a";

    private final CorvaneDisplay display;

    /** @throws IllegalArgumentException if the device itself would refuse a line of these texts */
    public CorvaneSwitch(Chassis chassis, String running, String saved) {
        super(chassis, parse(running), parse(saved));
        this.display = new CorvaneDisplay(chassis);
    }

    CorvaneDisplay display() {
        return display;
    }

    @Override
    public synchronized String name() {
        return running.linesThatStartWith("name").stream()
                .findFirst()
                .map(words -> words.get(1))
                .orElse("corvane");
    }

    /** {@code view} or {@code admin}. */
    @Override
    public synchronized Optional<String> logIn(String account, String password) {
        if (chassis.faults().has(Fault.WRONG_CREDENTIALS)) return Optional.empty();
        return running.linesThatStartWith("account").stream()
                .filter(words -> words.get(1).equals(account) && fits(password, words.get(5)))
                .map(words -> words.get(3))
                .findFirst();
    }

    @Override
    public synchronized Optional<String> logInByKey(String account, String key) {
        if (chassis.faults().has(Fault.WRONG_CREDENTIALS)) return Optional.empty();
        boolean isKnown = running.linesThatStartWith("key-of").stream()
                .anyMatch(words -> words.get(1).equals(account) && words.get(2).equals("\"" + key + "\""));
        return running.linesThatStartWith("account").stream()
                .filter(words -> isKnown && words.get(1).equals(account))
                .map(words -> words.get(3))
                .findFirst();
    }

    @Override
    public synchronized void becomeFactoryNew() {
        running = parse("reach cable");
        saved = parse(running.print());
        chassis.changed("factory");
    }

    @Override
    public synchronized boolean isRemote() {
        return running.linesThatStartWith("reach").stream()
                .noneMatch(words -> words.get(1).equals("cable"));
    }

    /** Before the first password is set, whoever holds the cable may do everything. */
    synchronized boolean isOpenToCable() {
        return running.linesThatStartWith("admin-secret").isEmpty();
    }

    synchronized boolean raises(String password) {
        if (chassis.faults().has(Fault.PRIVILEGE_REFUSED)) return false;
        return running.linesThatStartWith("admin-secret").stream().anyMatch(words -> fits(password, words.get(1)));
    }

    private static boolean fits(String password, String secret) {
        return Secret.fits(MARK, password, secret, ".");
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
        chassis.changed(account);
        return opened.map(Line::text);
    }

    /** {@code up} leaves a block, as it does on the command line. */
    @Override
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

    @Override
    public synchronized boolean isClosed(String port) {
        return running.find("port " + port).stream()
                .flatMap(block -> block.below.values().stream())
                .anyMatch(line -> line.text().equals("closed"));
    }

    @Override
    public List<String> strangersEdit() {
        return List.of("port 1/0/22", "text \"borrowed by the bait shop\"", "member vlan 320", "open", "up");
    }

    @Override
    public synchronized void save() {
        saved = parse(running.print());
        chassis.saved();
    }

    @Override
    public synchronized void restart() {
        running = parse(saved.print());
        chassis.restart();
    }

    @Override
    protected String print(CorvaneConfig config) {
        return config.print();
    }

    @Override
    protected String shown(CorvaneConfig config) {
        return display.config(config.print());
    }

    synchronized int savedBytes() {
        return saved.print().length();
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

    private void checkPort(String line) throws Refusal {
        List<String> words = Words.of(line);
        boolean namesPort = words.size() > 1 && words.get(0).equals("port") && Place.PORT.takes(words.get(1));
        Slots slots = new Slots(chassis.hardware());
        if (namesPort && !slots.hasPort(words.get(1))) {
            throw new Refusal(1, words.get(1), "this model has ports " + slots.portRange());
        }
    }

    /** A password typed in the clear is kept as a digest, as the statement will be printed. */
    private static String hashed(String line) {
        List<String> words = Words.of(line);
        int last = words.size() - 1;
        boolean isAccount = words.size() == 6 && words.get(0).equals("account");
        boolean isAdminSecret = words.size() == 2 && words.get(0).equals("admin-secret");
        if (!(isAccount || isAdminSecret) || words.get(last).startsWith(MARK)) return line;
        return String.join(" ", words.subList(0, last)) + " " + Secret.of(MARK, words.get(last), SALT, ".");
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
