package chaperone.core.answer;

/** What is asked of every device. */
public enum Question {
    KEPT("nobody has looked yet"),
    MATCHED("no revision is agreed yet"),
    SOUND("no standard is written yet"),
    CURRENT("no standard release is chosen yet");

    private final String reason;

    Question(String reason) {
        this.reason = reason;
    }

    /** The answer as long as nothing is known that could answer it. */
    public Answer unanswered() {
        return Answer.notKnown(reason);
    }
}
