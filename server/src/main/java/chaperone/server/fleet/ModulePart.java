package chaperone.server.fleet;

import chaperone.core.fact.Facts.Module;
import jakarta.persistence.Embeddable;

/** A part of a device that can be taken out, as it is stored. */
@Embeddable
public record ModulePart(String slot, String name, String serial) {
    static ModulePart of(Module module) {
        return new ModulePart(module.slot(), module.name(), module.serial());
    }

    Module module() {
        return new Module(slot, name, serial);
    }
}
