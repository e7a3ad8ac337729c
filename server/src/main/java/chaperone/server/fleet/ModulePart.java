package chaperone.server.fleet;

import jakarta.persistence.Embeddable;

/** A part of a device that can be taken out. */
@Embeddable
record ModulePart(String slot, String name, String serial) {
    String inWords() {
        return serial.isEmpty() ? name : name + ", serial " + serial;
    }
}
