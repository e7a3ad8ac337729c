package chaperone.connect.https;

import chaperone.connect.conversation.Console;
import chaperone.connect.conversation.ConversationException;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/** A console for a device without a command line: each line that is typed is a request, such as {@code GET /path}. */
final class RequestConsole implements Console {
    private static final String PROMPT = "request> ";
    private static final int BACKSPACE = 8, DELETE = 127;

    private final HttpsConversation conversation;
    private final Sink sink;
    private final StringBuilder typed = new StringBuilder();
    private final ExecutorService worker = Executors.newSingleThreadExecutor(task -> {
        Thread thread = new Thread(task, "request-console");
        thread.setDaemon(true);
        return thread;
    });

    RequestConsole(HttpsConversation conversation, Sink sink) {
        this.conversation = conversation;
        this.sink = sink;
        say("This device answers requests: GET /device/v1/facts, GET /device/v1/config, PATCH /device/v1/config {…}\n"
                + PROMPT);
    }

    @Override
    public void type(String text) {
        worker.execute(() -> text.chars().forEach(this::key));
    }

    private void key(int key) {
        if (key == '\r' || key == '\n') {
            say("\n" + answer(typed.toString().strip()) + PROMPT);
            typed.setLength(0);
        } else if ((key == BACKSPACE || key == DELETE) && !typed.isEmpty()) {
            typed.setLength(typed.length() - 1);
            say("\b \b");
        } else if (key >= ' ' && key != DELETE && typed.length() < 8000) {
            typed.append((char) key);
            say(Character.toString(key));
        }
    }

    private String answer(String line) {
        if (line.isEmpty()) return "";
        try {
            String[] words = line.split(" +", 3);
            String answer = conversation.ask(words.length < 3 ? line : words[0] + " " + words[1] + "\n" + words[2]);
            return answer.endsWith("\n") || answer.isEmpty() ? answer : answer + "\n";
        } catch (ConversationException e) {
            return e.kind() + ": " + e.seen() + "\n";
        }
    }

    private void say(String text) {
        sink.said(text.replace("\n", "\r\n").getBytes(StandardCharsets.UTF_8));
    }

    @Override
    public void close() {
        worker.shutdownNow();
        conversation.close();
    }
}
