package chaperone.core.release;

/** What a step on a device of a rollout came to. */
public enum RolloutEvent {
    /** Its turn has come. */
    BEGUN,
    /** The image lies there, and its digest is right. */
    PREPARED,
    /** It runs the release already. */
    HAS_IT,
    NOT_PREPARED,
    /** It restarts. */
    SWITCHED,
    /** It does not take the image. */
    REFUSED,
    /** It answers, on the release. */
    BACK,
    OTHER_RELEASE,
    /** It answers, and was never restarted. */
    NOT_RESTARTED,
    /** It did not answer for as long as anybody waits. */
    GONE,
    VERIFIED,
    DIFFERS,
    /** The process that worked on it is gone. */
    BROKEN,
    /** Somebody wants it tried again. */
    RETRY,
    /** Somebody goes on without it. */
    LEAVE
}
