package chaperone.core.fact;

import java.time.Duration;
import java.util.List;
import java.util.Optional;

/**
 * What a device says of itself; a fact that it does not tell is absent.
 *
 * @param uptime since its last start
 * @param modules in the order of the answer; absent if the family does not tell
 */
public record Facts(
        Optional<String> name,
        Optional<String> model,
        Optional<String> serial,
        Optional<String> release,
        Optional<String> macBase,
        Optional<String> installMode,
        Optional<Duration> uptime,
        Optional<Storage> storage,
        Optional<List<Module>> modules) {

    /** Room for files, in bytes; the total is absent where the device tells only what is left. */
    public record Storage(Optional<Long> total, long free) {}

    /** A part that can be taken out, by the place where it sits. */
    public record Module(String slot, String name, String serial) {}

    public Facts {
        modules = modules.map(List::copyOf);
    }

    /** All but the name, which another device has. */
    public Facts withoutName() {
        return new Facts(Optional.empty(), model, serial, release, macBase, installMode, uptime, storage, modules);
    }
}
