package chaperone.server.account;

/** What an account may do. An engineer and an approver may look at all; an administrator may do all. */
public enum Role {
    VIEWER,
    ENGINEER,
    APPROVER,
    ADMINISTRATOR
}
