package chaperone.server.copy;

import chaperone.server.outcome.Outcome;

/** How saving what a device runs ended, when the device was reached. */
enum SaveOutcome implements Outcome {
    SAVED("What it runs is saved now; a restart brings it back.", ""),
    SAVED_ALREADY("What it runs was saved already.", ""),
    RUNS_SOMETHING_ELSE(
            "Nothing was saved: it runs something else than its newest copy showed.",
            "Look at what it runs now, which was copied, and ask again."),
    STILL_NOT_SAVED(
            "It took the request, and what it runs still differs from what is saved.",
            "Compare saved with running, and save it on the device.");

    private final Saying saying;

    SaveOutcome(String meaning, String advice) {
        saying = new Saying(meaning, advice);
    }

    @Override
    public Saying saying() {
        return saying;
    }
}
