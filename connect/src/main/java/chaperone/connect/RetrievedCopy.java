package chaperone.connect;

import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.FailureKind;
import chaperone.core.config.ConfigProblem;
import chaperone.core.config.ConfigTree;
import chaperone.core.fact.Facts;
import chaperone.core.platform.Platform;
import chaperone.core.platform.QuickCheck;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * A whole copy as it came from a device: text as {@link chaperone.core.config.ConfigBytes} decodes it.
 *
 * @param saved none if the platform has one configuration only
 * @param check what the platform's quick check gave just before
 * @param part the line by which the device said that this account is shown only a part; none if all was shown, or if the
 *     text was known
 */
public record RetrievedCopy(
        Facts facts, String running, Optional<String> saved, QuickCheck.Answer check, Optional<String> part) {

    /**
     * Reads facts and both configurations.
     *
     * @throws ConversationException also if less came than the device announced, or if what came does not keep to the
     *     platform's grammar: there are no half copies
     */
    public static RetrievedCopy from(Conversation conversation, Platform platform) {
        return from(conversation, platform, text -> false);
    }

    /** @param isKnown whether a text was taken as a whole configuration before; it is not looked at again then */
    public static RetrievedCopy from(Conversation conversation, Platform platform, Predicate<String> isKnown) {
        Facts facts = FactReading.of(conversation, platform);
        // Before the configuration: what is changed meanwhile is seen by the next check.
        QuickCheck.Answer check = FactReading.quickly(conversation, platform);
        String running = whole(conversation, platform, platform.copy().running(), isKnown);
        Optional<String> saved =
                platform.copy().saved().map(request -> whole(conversation, platform, request, isKnown));
        Optional<String> part =
                isKnown.test(running) ? Optional.empty() : platform.copy().partOf(running);
        return new RetrievedCopy(facts, running, saved, check, part);
    }

    /** What to compare with the quick check of the next look; empty if there is none. */
    public String mark() {
        return check.mark();
    }

    private static String whole(
            Conversation conversation, Platform platform, String request, Predicate<String> isKnown) {
        String text = conversation.ask(request);
        if (isKnown.test(text)) return text;
        platform.copy().shortfallOf(text).ifPresent(shortfall -> {
            throw incomplete(
                    conversation,
                    request,
                    shortfall.announced() + " bytes announced, " + shortfall.received() + " received");
        });
        ConfigTree tree = platform.grammar().read(text);
        if (!platform.accepts(tree)) {
            ConfigProblem first = tree.problems().get(0);
            throw incomplete(
                    conversation,
                    request,
                    "line " + (first.line() + 1) + ", column " + (first.column() + 1) + ": " + first.message());
        }
        return text;
    }

    private static ConversationException incomplete(Conversation conversation, String request, String seen) {
        return new ConversationException(FailureKind.INCOMPLETE, conversation.endpoint(), request + ": " + seen);
    }
}
