package chaperone.server.change;

/** Whose approval a change needs; the stricter ones first. Nobody ever approves what they wrote themselves. */
public enum ApprovalNeed {
    APPROVER,
    /** Anybody else who could have written it, or an approver. */
    ANOTHER,
    /** It may run as it is proposed. */
    NOBODY
}
