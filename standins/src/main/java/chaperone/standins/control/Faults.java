package chaperone.standins.control;

import java.util.Map;
import java.util.OptionalInt;
import java.util.concurrent.ConcurrentHashMap;

/** The faults that are set on one device, each with its number. Safe for threads. */
public final class Faults {
    private final Map<Fault, Integer> set = new ConcurrentHashMap<>();

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
    }

    public void clear(Fault fault) {
        set.remove(fault);
    }

    public Map<Fault, Integer> all() {
        return Map.copyOf(set);
    }
}
