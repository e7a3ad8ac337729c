package chaperone.server.past;

/** What becomes of a file of the past. */
enum PastVerdict {
    REVISION("becomes a revision"),
    SAME("says the same as the one before it"),
    NO_DEVICE("names no device of the fleet"),
    SEVERAL_DEVICES("may be of more than one device"),
    NO_MOMENT("has no date"),
    NEVER_COPIED("is of a configuration that was never copied: copy the device first"),
    NOT_BEFORE("is not from before the first copy"),
    TWICE("another file says something else of the same moment"),
    NO_TEXT("is no text"),
    TOO_LONG("is longer than any configuration"),
    OTHER_PLATFORM("is not in the language of the device");

    private final String says;

    PastVerdict(String says) {
        this.says = says;
    }

    String says() {
        return says;
    }

    boolean comesIn() {
        return this == REVISION || this == SAME;
    }
}
