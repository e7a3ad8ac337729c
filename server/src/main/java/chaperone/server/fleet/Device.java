package chaperone.server.fleet;

import chaperone.core.answer.Answer;
import chaperone.core.answer.KnownCopy;
import chaperone.core.answer.Question;
import chaperone.core.fact.Facts;
import chaperone.server.site.Site;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.MapKeyColumn;
import jakarta.persistence.MapKeyEnumerated;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.hibernate.annotations.BatchSize;
import org.jspecify.annotations.Nullable;

/** A device of the fleet: where it is, what it is, and when it was last copied. */
@Entity
public class Device {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String host;
    private int port;
    private String platform;

    /** Always there: devices are visited outside of transactions, and how many at once depends on the site. */
    @ManyToOne(fetch = FetchType.EAGER)
    private @Nullable Site site;

    private String role;
    private String model;
    private String serial;
    private String release;
    private long credentialSetId;
    private Instant addedAt;
    private @Nullable Instant lastTriedAt;
    private @Nullable Instant lastCopyAt;
    private @Nullable String lastFailure;
    private @Nullable Instant changedAt;
    private @Nullable Boolean savedEqualsRunning;
    private @Nullable Boolean runningEqualsAgreed;
    private boolean telnetAllowed;
    private String macBase = "";
    private String installMode = "";
    private @Nullable Long storageTotal;
    private @Nullable Long storageFree;
    private @Nullable Instant startedAt;
    private String factsDigest = "";
    private String changeMark = "";
    private @Nullable Instant checkedAt;
    private String incomplete = "";

    @ElementCollection
    @CollectionTable(name = "device_module", joinColumns = @JoinColumn(name = "device_id"))
    private Set<ModulePart> modules = new HashSet<>();

    @ElementCollection
    @CollectionTable(name = "device_answer", joinColumns = @JoinColumn(name = "device_id"))
    @MapKeyColumn(name = "question")
    @MapKeyEnumerated(EnumType.STRING)
    @BatchSize(size = 500)
    private Map<Question, DeviceAnswer> answers = new HashMap<>();

    @ElementCollection
    @CollectionTable(name = "device_tag", joinColumns = @JoinColumn(name = "device_id"))
    @Column(name = "tag")
    @BatchSize(size = 500)
    private Set<String> tags = new HashSet<>();

    @Version
    private long version;

    protected Device() {}

    Device(String host, int port, String platform, long credentialSet, Instant addedAt) {
        this.host = host;
        this.port = port;
        this.platform = platform;
        this.credentialSetId = credentialSet;
        this.addedAt = addedAt;
        this.name = host + ":" + port;
        this.role = "";
        this.model = "";
        this.serial = "";
        this.release = "";
        answerFromCopies(addedAt);
    }

    public long id() {
        return id;
    }

    public String name() {
        return name;
    }

    void moveTo(String host, int port) {
        this.host = host;
        this.port = port;
    }

    /** As a device of another platform: what was seen of its configuration says nothing any more. */
    void readAs(String platform) {
        this.platform = platform;
        this.changeMark = "";
    }

    void rename(String name) {
        this.name = name;
    }

    public String host() {
        return host;
    }

    public int port() {
        return port;
    }

    public String platform() {
        return platform;
    }

    public Optional<Site> site() {
        return Optional.ofNullable(site);
    }

    public String siteName() {
        return site().map(Site::name).orElse("");
    }

    public String role() {
        return role;
    }

    public String model() {
        return model;
    }

    public String serial() {
        return serial;
    }

    public String release() {
        return release;
    }

    public long credentialSet() {
        return credentialSetId;
    }

    public Instant addedAt() {
        return addedAt;
    }

    public Optional<Instant> lastTriedAt() {
        return Optional.ofNullable(lastTriedAt);
    }

    public Optional<Instant> lastCopyAt() {
        return Optional.ofNullable(lastCopyAt);
    }

    public Optional<String> lastFailure() {
        return Optional.ofNullable(lastFailure);
    }

    public Optional<Instant> changedAt() {
        return Optional.ofNullable(changedAt);
    }

    public String macBase() {
        return macBase;
    }

    public String installMode() {
        return installMode;
    }

    /** Room for files, if the device tells. */
    public Optional<Facts.Storage> room() {
        return Optional.ofNullable(storageFree).map(free -> new Facts.Storage(Optional.ofNullable(storageTotal), free));
    }

    void hasRoom(Facts.Storage storage) {
        storageTotal = storage.total().orElse(null);
        storageFree = storage.free();
    }

    /** When it last started, by its own uptime. */
    public Optional<Instant> startedAt() {
        return Optional.ofNullable(startedAt);
    }

    void startedAt(Instant at) {
        startedAt = at;
    }

    String factsDigest() {
        return factsDigest;
    }

    /** In the order of their slots. */
    public List<ModulePart> modules() {
        return modules.stream()
                .sorted(Comparator.comparing((ModulePart part) -> part.slot().length())
                        .thenComparing(ModulePart::slot))
                .toList();
    }

    void hold(Collection<ModulePart> parts) {
        modules.retainAll(parts);
        modules.addAll(parts);
    }

    /** When it was last seen to be as its last copy has it. */
    /** What its quick check gave at its last copy; empty if it has none. */
    public String changeMark() {
        return changeMark;
    }

    public Optional<Instant> checkedAt() {
        return Optional.ofNullable(checkedAt);
    }

    /** Why the newest copy may be only a part; empty if it is whole. */
    public String incomplete() {
        return incomplete;
    }

    public boolean isTelnetAllowed() {
        return telnetAllowed;
    }

    void allowTelnet(boolean allowed) {
        telnetAllowed = allowed;
    }

    /** In the order of the alphabet. */
    public List<String> tags() {
        return tags.stream().sorted().toList();
    }

    public void tag(Collection<String> more, Collection<String> less) {
        tags.removeAll(less);
        tags.addAll(more);
    }

    public void use(long credentialSet) {
        credentialSetId = credentialSet;
    }

    /** As they stand; what nobody has answered is not known. */
    public FourAnswers answers() {
        return FourAnswers.of(answers);
    }

    /** Nothing if nobody has answered it yet. */
    public Optional<DeviceAnswer> answer(Question question) {
        return Optional.ofNullable(answers.get(question));
    }

    /** The moment from which on a question has been answered so stays as long as the answer is of the same kind. */
    public void answer(Question question, Answer given, Instant at) {
        DeviceAnswer before = answers.get(question);
        if (before == null) answers.put(question, new DeviceAnswer(given.kind(), given.reason(), at));
        else if (!before.says(given)) answers.put(question, before.then(given, at));
    }

    private void answerFromCopies(Instant at) {
        KnownCopy known = new KnownCopy(
                lastCopyAt(),
                lastFailure != null,
                Optional.ofNullable(savedEqualsRunning),
                Optional.ofNullable(runningEqualsAgreed),
                incomplete);
        answer(Question.KEPT, known.kept(at), at);
        answer(Question.MATCHED, known.matched(), at);
    }

    public void place(Optional<Site> site, String role) {
        this.site = site.orElse(null);
        this.role = role;
    }

    /** What the device says of itself; a fact that it does not tell stays as it was. */
    void know(Facts facts, String digest) {
        name = facts.name().orElse(name);
        model = facts.model().orElse(model);
        serial = facts.serial().orElse(serial);
        release = facts.release().orElse(release);
        macBase = facts.macBase().orElse(macBase);
        installMode = facts.installMode().orElse(installMode);
        factsDigest = digest;
    }

    /** @param mark what the platform's quick check gave with this copy */
    public void copied(Instant at, boolean hasChanged, Optional<Boolean> savedEqualsRunning, String mark) {
        talkedTo(at);
        lastCopyAt = at;
        incomplete = "";
        changeMark = mark;
        this.savedEqualsRunning = savedEqualsRunning.orElse(null);
        if (hasChanged) changedAt = at;
        answerFromCopies(at);
    }

    /** What counts as noise has changed, and with it whether the two differ. */
    public void savedIsRunning(boolean isSame, Instant now) {
        if (savedEqualsRunning != null) savedEqualsRunning = isSame;
        answerFromCopies(now);
    }

    /** Whether it runs what was agreed. */
    public void runningIsAgreed(boolean isSame, Instant now) {
        runningEqualsAgreed = isSame;
        answerFromCopies(now);
    }

    /** Absent before the first copy of both. */
    public Optional<Boolean> isSavedRunning() {
        return Optional.ofNullable(savedEqualsRunning);
    }

    /** Absent before anything was agreed. */
    public Optional<Boolean> isRunningAgreed() {
        return Optional.ofNullable(runningEqualsAgreed);
    }

    /** A copy that may be only a part: it does not count as kept, and says nothing about saved and running. */
    public void copiedInPart(Instant at, boolean hasChanged, String doubt, String mark) {
        talkedTo(at);
        incomplete = doubt;
        changeMark = mark;
        savedEqualsRunning = null;
        if (hasChanged) changedAt = at;
        answerFromCopies(at);
    }

    /** Somebody says that the newest copy, of {@code at}, is all there is. */
    public void acceptAsWhole(Instant at, Instant now) {
        incomplete = "";
        lastCopyAt = at;
        answerFromCopies(now);
    }

    /** It was talked to, and is as the last copy has it. */
    public void answered(Instant at) {
        talkedTo(at);
        answerFromCopies(at);
    }

    private void talkedTo(Instant at) {
        lastTriedAt = at;
        checkedAt = at;
        lastFailure = null;
    }

    /** @param outcome the word for what went wrong */
    public void copyFailed(Instant at, String outcome) {
        lastTriedAt = at;
        lastFailure = outcome;
        answerFromCopies(at);
    }
}
