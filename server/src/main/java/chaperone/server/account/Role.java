package chaperone.server.account;

/** What an account may do. An engineer and an approver may look at all; an administrator may do all. */
public enum Role {
    VIEWER,
    ENGINEER,
    APPROVER,
    ADMINISTRATOR;

    /** Whether whoever has this role may do what {@code other} may. */
    public boolean includes(Role other) {
        return this == other || this == ADMINISTRATOR || other == VIEWER;
    }
}
