package chaperone.server.copy;

import chaperone.server.outcome.Outcome;

/** How copying a device ended well. */
enum CopyOutcome implements Outcome {
    NEW_REVISION("Copied; the configuration has changed.", ""),
    NOTHING_NEW("Copied; nothing has changed.", ""),
    COPIED_IN_PART(
            "Copied, but this may be only a part; it does not count as kept.",
            "Look at the newest revision: count it as whole if the device really has no more.");

    private final Saying saying;

    CopyOutcome(String meaning, String advice) {
        saying = new Saying(meaning, advice);
    }

    @Override
    public Saying saying() {
        return saying;
    }
}
