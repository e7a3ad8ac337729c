package chaperone.standins.device;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentSkipListMap;
import java.util.function.Supplier;

/** What is the same in a device of every family: hardware, release, files, who changed it last. Safe for threads. */
public final class Chassis {
    private final Hardware hardware;
    private final Faults faults = new Faults();
    private final Clock clock;
    private final Storage storage;
    private volatile Supplier<Neighbourhood> neighbourhood = () -> Neighbourhood.NONE;
    private volatile Instant started;
    private volatile String release;
    private volatile Optional<Image> next = Optional.empty();
    /** What somebody put into a free slot, by the slot. */
    private final Map<Integer, Module> inserted = new ConcurrentSkipListMap<>();

    private volatile Runnable afterChange = () -> {};
    private int changes;
    private int saves;
    private Instant changedAt;
    private String changedBy = "factory";

    public Chassis(Hardware hardware, Clock clock) {
        this.hardware = hardware;
        this.clock = clock;
        this.storage = new Storage(faults);
        this.started = clock.instant();
        this.changedAt = started;
        this.release = hardware.release();
    }

    public Hardware hardware() {
        return hardware;
    }

    public Faults faults() {
        return faults;
    }

    public Storage storage() {
        return storage;
    }

    public Clock clock() {
        return clock;
    }

    public String release() {
        return release;
    }

    public Neighbourhood neighbourhood() {
        return neighbourhood.get();
    }

    public void stand(Supplier<Neighbourhood> surroundings) {
        neighbourhood = surroundings;
    }

    /** The image to start from next time; an answer that begins with a word of refusal if it is none for this device. */
    public Optional<String> bootFrom(String file) {
        Optional<byte[]> content = storage.read(file);
        if (content.isEmpty()) return Optional.of("there is no file " + file);
        Optional<Image> image = Image.read(content.get());
        if (image.isEmpty()) return Optional.of("this is no image, or it is damaged");
        if (faults.has(Fault.REFUSES_IMAGE)) return Optional.of("this image is not taken");
        if (!image.get().fits(hardware))
            return Optional.of("this image is for " + image.get().model());
        next = image;
        return Optional.empty();
    }

    /** Starts again, from the chosen image unless a fault keeps the old one. */
    public void restart() {
        started = clock.instant();
        if (!faults.has(Fault.OLD_IMAGE)) next.ifPresent(image -> release = image.release());
        next = Optional.empty();
        afterChange.run();
    }

    /** What is in force is what was before, though nobody typed it. */
    public void wentBack() {
        afterChange.run();
    }

    public void changed(String account) {
        synchronized (this) {
            changes++;
            changedAt = clock.instant();
            changedBy = account;
        }
        afterChange.run();
    }

    /** Runs after each change of the configuration, in the thread that made it. */
    public void afterChange(Runnable what) {
        afterChange = what;
    }

    /** What a restart brings back is another one now. */
    public synchronized void saved() {
        saves++;
    }

    public synchronized int saves() {
        return saves;
    }

    /** Beside those that the model was delivered with. */
    public Map<Integer, Module> inserted() {
        return Map.copyOf(inserted);
    }

    public void insert(int slot, Module module) {
        inserted.put(slot, module);
    }

    public void takeOut(int slot) {
        inserted.remove(slot);
    }

    /** How often the configuration was changed since the start of service. */
    public synchronized int changes() {
        return changes;
    }

    public synchronized Instant changedAt() {
        return changedAt;
    }

    public synchronized String changedBy() {
        return changedBy;
    }

    public Duration uptime() {
        return Duration.between(started, clock.instant());
    }

    public String uptimeText() {
        Duration up = uptime();
        return up.toDays() + " d "
                + String.format("%02d:%02d:%02d", up.toHoursPart(), up.toMinutesPart(), up.toSecondsPart());
    }
}
