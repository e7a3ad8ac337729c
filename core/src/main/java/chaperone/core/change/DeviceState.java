package chaperone.core.change;

/** How far a run has come on one device. */
public enum DeviceState {
    /** Nothing was done on it. */
    WAITING,
    /** A fresh copy is taken: is it what the preview was made of? */
    READING,
    /** It runs what the preview was made of, and waits until all others have been read. */
    READY,
    /** It is given its commands, under its guard. */
    LOADING,
    /** It is copied again: is the promise kept? */
    CHECKING,
    /** The promise is kept; it waits for the others. */
    EXACT,
    /** The guard is taken off, and what stands is saved. */
    KEEPING,
    /** It is led back to what stood before. */
    GIVING_BACK,
    /** Nobody knows what stands there: it is read before anything else. */
    PROBING,
    KEPT,
    GIVEN_BACK,
    /** Somebody had changed it since the preview; nothing was written. */
    MOVED,
    /** The run ended before anything was written to it. */
    UNTOUCHED,
    /** It could not be led anywhere: a person is needed. */
    STUCK;

    /** Whether the run is done with it, as long as its decision stands. */
    public boolean isFinal() {
        return ordinal() >= KEPT.ordinal();
    }
}
