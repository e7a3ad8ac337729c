package chaperone.core.change;

/** What a step on a device came to. */
public enum DeviceEvent {
    BEGUN,
    /** It runs what the preview was made of. */
    FITS,
    /** It runs something else. */
    HAS_MOVED,
    /** It could not be talked to, and nothing was written. */
    NOT_REACHED,
    LOADED,
    /** It refused a command. */
    REFUSED,
    /** The conversation broke: what arrived is not known. */
    UNKNOWN,
    PROMISE_KEPT,
    PROMISE_BROKEN,
    /** The run's decision reached it. */
    DECIDED,
    SAVED,
    BACK,
    NOT_BACK,
    /** Read after a break: what stood before the run. */
    BASE_STANDS,
    /** Read after a break: what the preview promised. */
    PROMISE_STANDS,
    /** Read after a break: neither of the two. */
    OTHER_STANDS,
    /** It did not answer for as long as anybody waits. */
    LOST,
    /** The process that worked on it is gone. */
    BROKEN
}
