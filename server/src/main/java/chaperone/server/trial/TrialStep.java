package chaperone.server.trial;

import java.util.List;

/**
 * A step of a trial that was reached, or at which it ended.
 *
 * @param seen what showed it, in words
 * @param exchanges what was said since the step before, secrets masked
 */
record TrialStep(Kind kind, boolean reached, String seen, String advice, List<Exchange> exchanges) {

    enum Kind {
        CONNECTED,
        PROMPT_FOUND,
        PAGING_OFF,
        PRIVILEGED,
        RECOGNISED,
        CONFIGURATION_READ,
        TREE_BUILT,
        WRITTEN_BACK,
        FACTS_FOUND,
        TABLE_READ,
        ENDED
    }

    /** @param cut whether more was answered than is shown */
    record Exchange(String request, String answer, boolean cut) {}
}
