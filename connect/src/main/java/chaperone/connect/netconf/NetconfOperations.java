package chaperone.connect.netconf;

import java.time.Duration;
import java.util.Optional;

/** The operations of RFC 6241 as they are asked in a {@link NetconfConversation}. */
public final class NetconfOperations {
    private NetconfOperations() {}

    /** A configuration datastore. */
    public enum Datastore {
        RUNNING,
        CANDIDATE,
        STARTUP;

        String element() {
            return "<" + name().toLowerCase(java.util.Locale.ROOT) + "/>";
        }
    }

    /** @param filter a subtree filter's content, as XML */
    public static String getConfig(Datastore source, Optional<String> filter) {
        return "<get-config><source>" + source.element() + "</source>"
                + filter.map(f -> "<filter type=\"subtree\">" + f + "</filter>").orElse("") + "</get-config>";
    }

    /** @param config what stands in {@code config}, as XML */
    public static String editConfig(Datastore target, String config) {
        return "<edit-config><target>" + target.element() + "</target><config>" + config + "</config></edit-config>";
    }

    public static String lock(Datastore target) {
        return "<lock><target>" + target.element() + "</target></lock>";
    }

    public static String unlock(Datastore target) {
        return "<unlock><target>" + target.element() + "</target></unlock>";
    }

    public static String validate(Datastore source) {
        return "<validate><source>" + source.element() + "</source></validate>";
    }

    public static String commit() {
        return "<commit/>";
    }

    /** Undone by the device itself unless {@link #commit} follows within {@code timeout}, at least a second. */
    public static String confirmedCommit(Duration timeout) {
        if (timeout.toSeconds() < 1)
            throw new IllegalArgumentException("The time-out " + timeout + " must be 1 s or more");
        String parameters = "<confirmed/><confirm-timeout>" + timeout.toSeconds() + "</confirm-timeout>";
        return "<commit>" + parameters + "</commit>";
    }

    public static String cancelCommit() {
        return "<cancel-commit/>";
    }

    public static String discardChanges() {
        return "<discard-changes/>";
    }
}
