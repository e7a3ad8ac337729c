package chaperone.server.past;

import chaperone.server.outcome.Outcome;

/** How bringing in the past of a device ended well. */
enum PastOutcome implements Outcome {
    PAST_BROUGHT_IN("Its past was brought in.", ""),
    PAST_NOT_BEFORE(
            "Nothing was brought in: by now more is known of its past than these files tell.",
            "Look at its revisions: what another upload brought stands there.");

    private final Saying saying;

    PastOutcome(String meaning, String advice) {
        saying = new Saying(meaning, advice);
    }

    @Override
    public Saying saying() {
        return saying;
    }
}
