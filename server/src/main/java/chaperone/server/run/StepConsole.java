package chaperone.server.run;

import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationListener;
import chaperone.core.platform.Platform;
import chaperone.server.secret.SecretMasks;
import java.util.function.Consumer;

/** Writes down what is said to a device in a step, and what it answers: secrets masked, long answers in short. */
public final class StepConsole implements ConversationListener {
    private static final int LONGEST = 20_000;
    private static final int LONGEST_ANSWER = 160;

    private final Platform platform;
    private final SecretMasks masks;
    private final Consumer<Conversation> opened;
    private final StringBuilder text = new StringBuilder();

    /** @param opened told of the conversation, so that it can be ended from elsewhere */
    public StepConsole(Platform platform, SecretMasks masks, Consumer<Conversation> opened) {
        this.platform = platform;
        this.masks = masks;
        this.opened = opened;
    }

    @Override
    public void opened(Conversation conversation) {
        opened.accept(conversation);
    }

    @Override
    public void exchanged(String request, String answer) {
        if (text.length() > LONGEST) return;
        text.append("> ").append(masks.shown(platform, request).strip()).append('\n');
        String shown = answer.length() > LONGEST_ANSWER
                ? "(" + answer.lines().count() + " lines)"
                : masks.shown(platform, answer).strip();
        if (!shown.isEmpty()) text.append(shown).append('\n');
        if (text.length() > LONGEST) text.append("\u2026\n");
    }

    public String text() {
        return text.toString();
    }
}
