package chaperone.standins.device;

import java.util.Locale;

/** A device as it was delivered. */
public record Hardware(String maker, String model, String serial, String release) {

    /** The same with another release. */
    public Hardware running(String other) {
        return new Hardware(maker, model, serial, other);
    }

    /** A locally administered address (RFC 7042, section 2.1) that follows from the serial number. */
    public String macBase() {
        int hash = serial.hashCode();
        return String.format(Locale.ROOT, "02:c0:%02x:%02x:%02x:00", hash >> 16 & 0xff, hash >> 8 & 0xff, hash & 0xff);
    }
}
