package chaperone.server.intake;

import chaperone.server.outcome.Outcome;

/** What became of an address that was to be a device, or of a credential set that was tried. */
enum IntakeOutcome implements Outcome {
    ADDED("Added to the fleet.", ""),
    ALREADY_KNOWN("This device is in the fleet already.", ""),
    SAME_DEVICE(
            "This device is in the fleet already, under another address.",
            "Take the new address if it has moved; leave it if it answers at both."),
    NOBODY_THERE("Nobody answers at this address and port.", ""),
    LOGGED_IN("Logged in and read the whole configuration.", ""),
    NAME_TAKEN("Another device in the fleet has this name.", "Give one of the two another name.");

    private final Saying saying;

    IntakeOutcome(String meaning, String advice) {
        saying = new Saying(meaning, advice);
    }

    @Override
    public Saying saying() {
        return saying;
    }
}
