package chaperone.core.release;

/** How far a device of a rollout has come. */
public enum RolloutState {
    WAITING,
    /** It is looked into, and the image is copied ahead. */
    PREPARING,
    /** The image lies on it, whole; it waits for its wave. */
    READY,
    /** The image is chosen for its next start, and it is told to restart. */
    SWITCHING,
    /** It is waited for. */
    RETURNING,
    /** It is back on the release; are its configuration and its neighbours? */
    VERIFYING,
    DONE,
    /** Nothing was done that anybody would notice: it has no room, runs lines that are not saved, was not reached. */
    NOT_READY,
    /** It does not start from this image; it was not restarted. */
    NOT_TAKEN,
    /** It came back on another release. */
    OTHER_RELEASE,
    /** It did not come back. */
    NOT_BACK,
    /** It came back on the release, but not with all that was there before. */
    NOT_AS_BEFORE,
    /** Somebody decided to go on without it. */
    LEFT;

    /** Whether something is to be done on it now. */
    public boolean isStep() {
        return this == PREPARING || this == SWITCHING || this == RETURNING || this == VERIFYING;
    }

    /** Whether the rollout stops there until somebody decides. */
    public boolean needsDecision() {
        return ordinal() >= NOT_READY.ordinal() && this != LEFT;
    }

    public boolean isSettled() {
        return this == DONE || this == LEFT;
    }
}
