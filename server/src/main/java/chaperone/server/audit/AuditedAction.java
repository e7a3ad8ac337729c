package chaperone.server.audit;

/**
 * What somebody did. Longer texts than the log has room for are cut.
 *
 * @param who the account's name; empty if nobody was logged in
 * @param token the name of the token that a program used; empty for a person
 * @param object what it was done to; empty if that says nothing
 */
record AuditedAction(
        String who, String token, String fromAddress, String act, String object, String detail, AuditOutcome outcome) {
    private static final int LONGEST_OBJECT = 300;
    private static final int LONGEST_DETAIL = 2000;

    AuditedAction {
        object = cut(object, LONGEST_OBJECT);
        detail = cut(detail, LONGEST_DETAIL);
    }

    private static String cut(String text, int longest) {
        // The database takes no zero bytes, and half of a pair of surrogates is no text.
        String clean = text.replace('\0', ' ');
        if (clean.codePointCount(0, clean.length()) <= longest) return clean;
        return clean.substring(0, clean.offsetByCodePoints(0, longest - 1)) + "…";
    }
}
