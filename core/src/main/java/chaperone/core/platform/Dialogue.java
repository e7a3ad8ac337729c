package chaperone.core.platform;

/** By which protocol a platform is spoken to, and what has to be known for that. */
public sealed interface Dialogue permits Dialogue.Https, Dialogue.Netconf, ShellDialogue {

    /** HTTPS (RFC 9110) with JSON; requests are written {@code GET /path}, a body on the lines below. */
    record Https() implements Dialogue {}

    /** NETCONF over SSH (RFC 6242); requests are the operations of RFC 6241, as XML. */
    record Netconf() implements Dialogue {}
}
