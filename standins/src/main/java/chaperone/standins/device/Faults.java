package chaperone.standins.device;

import java.util.Map;
import java.util.OptionalInt;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;

/** The faults that are set on one device, each with its number. Safe for threads. */
public final class Faults {
    private final Map<Fault, Integer> set = new ConcurrentHashMap<>();
    private final AtomicInteger version = new AtomicInteger();

    /** Moves whenever a fault is set or cleared: what counts since then begins anew. */
    public int version() {
        return version.get();
    }

    public boolean has(Fault fault) {
        return set.containsKey(fault);
    }

    /** The number that came with the fault, if it is set. */
    public OptionalInt number(Fault fault) {
        Integer number = set.get(fault);
        return number == null ? OptionalInt.empty() : OptionalInt.of(number);
    }

    public void change(Fault fault, int number) {
        set.put(fault, number);
        version.incrementAndGet();
    }

    public void clear(Fault fault) {
        set.remove(fault);
        version.incrementAndGet();
    }

    public Map<Fault, Integer> all() {
        return Map.copyOf(set);
    }
}
