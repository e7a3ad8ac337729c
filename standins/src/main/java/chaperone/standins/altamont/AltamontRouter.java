package chaperone.standins.altamont;

import chaperone.standins.device.Chassis;
import chaperone.standins.device.ConfiguredDevice;
import chaperone.standins.device.Disturbance;
import chaperone.standins.device.Fault;
import chaperone.standins.device.Faults;
import chaperone.standins.device.Guard;
import chaperone.standins.device.Secret;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * One router: the configuration in force, the one that is kept, and one draft that everybody shares. Safe for several
 * sessions at once; who edits the draft holds its lock.
 */
public final class AltamontRouter extends ConfiguredDevice<AltamontConfig> {
    private static final String MARK = "a5:";
    private static final String SALT = "9d0c";

    private final Guard guard;
    private AltamontConfig draft;
    /** The session that alone may edit the draft; 0 if any may. */
    private int lockedBy;

    private int sessions;
    /** What whoever keeps or cancels a commit that outlives its session has to name (RFC 6241, section 8.4.5.1). */
    private Optional<String> persistId = Optional.empty();

    /** @throws IllegalArgumentException if the device itself would refuse a line of these texts */
    public AltamontRouter(Chassis chassis, String running, String kept, Guard guard) {
        super(chassis, parse(running), parse(kept));
        this.guard = guard;
        this.draft = this.running.copy();
    }

    private static AltamontConfig parse(String text) {
        try {
            AltamontConfig config = AltamontConfig.parse(text);
            hash(config);
            return config;
        } catch (Exclamation e) {
            throw new IllegalArgumentException("The sample configuration is refused: " + e.getMessage(), e);
        }
    }

    /** A password given in the clear is kept as a digest. */
    private static void hash(AltamontConfig config) {
        config.block("system")
                .ifPresent(system -> system.all("account")
                        .forEach(account -> account.all("secret").forEach(secret -> {
                            if (!secret.word.startsWith(MARK)) secret.word = Secret.of(MARK, secret.word, SALT, ":");
                        })));
    }

    synchronized int newSession() {
        return ++sessions;
    }

    @Override
    public synchronized String name() {
        return running.block("system").flatMap(s -> s.value("name")).orElse("altamont");
    }

    synchronized String welcome() {
        return running.block("system")
                .flatMap(s -> s.value("welcome"))
                .map(text -> text + "\n")
                .orElse("");
    }

    /** {@code look} or {@code full}. */
    @Override
    public synchronized Optional<String> logIn(String account, String password) {
        if (chassis.faults().has(Fault.WRONG_CREDENTIALS)) return Optional.empty();
        return running.block("system").stream()
                .flatMap(system -> system.all("account").stream())
                .filter(item -> item.word.equals(account)
                        && item.value("secret")
                                .filter(secret -> Secret.fits(MARK, password, secret, ":"))
                                .isPresent())
                .map(item -> item.value("level").orElse("look"))
                .findFirst();
    }

    @Override
    public synchronized void becomeFactoryNew() {
        running = parse("system { reach [ cable ]; }");
        saved = running.copy();
        draft = running.copy();
        chassis.changed("factory");
    }

    @Override
    public synchronized boolean isRemote() {
        return isReachedBy("shell") || isReachedBy("programs");
    }

    /** By the command line and by programs, unless the configuration says which. */
    public synchronized boolean isReachedBy(String way) {
        List<String> ways = running.block("system").stream()
                .flatMap(system -> system.all("reach").stream())
                .map(item -> item.word)
                .toList();
        return ways.isEmpty() || ways.contains(way);
    }

    /** The draft, for the session that edits it. */
    synchronized AltamontConfig draftFor(int session) throws Exclamation {
        if (lockedBy != 0 && lockedBy != session) throw new Exclamation("draft: locked by session " + lockedBy);
        return draft;
    }

    synchronized AltamontConfig running() {
        return running.copy();
    }

    synchronized AltamontConfig draft() {
        return draft.copy();
    }

    /**
     * Gives the lock to a session; a draft with changes that nobody committed is not locked either (RFC 6241, section 7.5).
     *
     * @return who holds it up, 0 if that is no session; nothing if the session has the lock now
     */
    synchronized OptionalInt lock(int session) {
        if (lockedBy != 0 && lockedBy != session) return OptionalInt.of(lockedBy);
        if (lockedBy == 0 && !differences().isEmpty()) return OptionalInt.of(0);
        lockedBy = session;
        return OptionalInt.empty();
    }

    synchronized boolean unlock(int session) {
        boolean was = lockedBy == session;
        if (was) lockedBy = 0;
        return was;
    }

    /** RFC 6241, section 8.3.5.2: what was not committed under a lock does not outlive the session that held it. */
    synchronized void endSession(int session) {
        if (unlock(session)) discard();
    }

    synchronized void discard() {
        draft = running.copy();
    }

    synchronized List<String> differences() {
        List<String> before = running.asPuts();
        List<String> after = draft.asPuts();
        List<String> lines = new ArrayList<>();
        before.stream().filter(line -> !after.contains(line)).forEach(line -> lines.add("- " + line));
        after.stream().filter(line -> !before.contains(line)).forEach(line -> lines.add("+ " + line));
        return lines;
    }

    /** Puts the draft in force and keeps it. */
    synchronized void commit(String account) throws Exclamation {
        putInForce(account);
        guard.end();
        saved = running.copy();
    }

    /** Puts the draft in force for a while; it is undone unless it is kept. */
    synchronized void commitFor(int seconds, String account, Optional<String> persist) throws Exclamation {
        putInForce(account);
        persistId = persist;
        guard.beginSeconds(seconds, this::goBack);
    }

    private void putInForce(String account) throws Exclamation {
        List<String> problems = draft.problems();
        if (!problems.isEmpty()) throw new Exclamation(problems.get(0).substring(2));
        hash(draft);
        running = draft.copy();
        chassis.changed(account);
    }

    /** The token of the commit that waits to be kept, if it needs one. */
    synchronized Optional<String> persistId() {
        return isWaiting() ? persistId : Optional.empty();
    }

    synchronized boolean isWaiting() {
        return guard.isOn();
    }

    synchronized void goBack() {
        guard.end();
        running = saved.copy();
        draft = saved.copy();
        // It differs from what was in force a moment ago, though nobody typed it.
        chassis.saved();
        chassis.wentBack();
    }

    /** False if nothing was waiting to be kept. */
    synchronized boolean keep() {
        boolean was = guard.end();
        saved = running.copy();
        chassis.saved();
        return was;
    }

    @Override
    public synchronized void type(String account, List<String> lines) {
        try {
            for (String line : lines) edit(draft, line);
            commit(account);
        } catch (Exclamation e) {
            discard();
            throw new IllegalArgumentException(String.valueOf(e.getMessage()), e);
        }
    }

    static void edit(AltamontConfig draft, String line) throws Exclamation {
        List<String> words = Tokens.of(line);
        List<String> path = words.subList(1, words.size());
        switch (words.get(0)) {
            case "put" -> draft.put(path);
            case "cut" -> draft.cut(path);
            case "place" -> {
                int before = path.indexOf("before");
                if (before < 0 || before != path.size() - 2) throw new Exclamation("place: expected before and a name");
                draft.place(path.subList(0, before), path.get(before + 1));
            }
            default -> throw new Exclamation("\"" + words.get(0) + "\" is not known here");
        }
    }

    @Override
    public synchronized boolean isClosed(String port) {
        return running.block("ports").stream()
                .flatMap(ports -> ports.below.stream())
                .anyMatch(item -> item.word.equals(port) && !item.all("closed").isEmpty());
    }

    @Override
    public List<String> strangersEdit() {
        return List.of("put ports lan-3 text \"borrowed by the bait shop\"");
    }

    @Override
    public synchronized void save() {
        keep();
    }

    @Override
    public synchronized void restart() {
        goBack();
        lockedBy = 0;
        chassis.restart();
    }

    @Override
    protected String print(AltamontConfig config) {
        return config.print();
    }

    @Override
    protected String shown(AltamontConfig config) {
        Faults faults = chassis.faults();
        String body = config.print();
        if (faults.has(Fault.HUGE)) body = body + padding(Disturbance.HUGE_LINES - Disturbance.lines(body) - 1);
        if (faults.has(Fault.NOT_UTF8)) body = body + "ports {\n    lan-3 { text \"F\u00e4hranleger \u00ff\"; }\n}\n";
        if (faults.has(Fault.LOSES_A_LINE)) body = withoutABrace(body);
        return "/* Altamont " + chassis.hardware().model() + ", release " + chassis.release() + ", commit "
                + chassis.changes() + " of " + chassis.changedAt() + " by " + chassis.changedBy() + " */\n" + body;
    }

    /** The line that is lost is one that ends a block: another one would leave a sound text. */
    private static String withoutABrace(String body) {
        int brace = body.indexOf("\n}\n", body.length() / 2);
        return brace < 0 ? body : body.substring(0, brace) + body.substring(brace + 2);
    }

    private static String padding(int lines) {
        StringBuilder text = new StringBuilder(lines * 40).append("ports {\n");
        for (int i = 0; i < lines - 2; i++) {
            text.append("    bundle-9 { sub ")
                    .append(i)
                    .append(" { tag ")
                    .append(i)
                    .append("; } }\n");
        }
        return text.append("}\n").toString();
    }
}
