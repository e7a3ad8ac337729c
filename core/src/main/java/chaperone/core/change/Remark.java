package chaperone.core.change;

/** Something that whoever reads a preview should know of a device's edits. */
public record Remark(Kind kind, String about) {
    public enum Kind {
        /** No change: it stands there already. */
        STANDS_ALREADY,
        /** No change: it only says what holds without it. */
        IS_DEFAULT,
        /** The family has no guard: nothing is undone by itself if the device is lost. */
        NO_GUARD,
        /** What the device is called by is altered. */
        REACHED_THROUGH,
        /** It is looked for at another address once its commands have run. */
        NEW_ADDRESS,
        /** It gets another address, at which it cannot be looked for. */
        NOT_FOLLOWED,
        /** Another change that is open alters the same statements. */
        OTHER_CHANGE,
        /** A port is altered behind which somebody was seen. */
        SOMEBODY_BEHIND,
        /** The device backs another one up, and that one is not in the change. */
        PARTNER_LEFT_OUT,
        /** Running differs from saved, and the guard goes back to saved. */
        UNSAVED_LINES
    }
}
