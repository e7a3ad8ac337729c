package chaperone.server.job;

/** Does one kind of work on one line; {@link chaperone.connect.ConversationException} becomes the line's failure. */
public interface LineHandler {
    JobKind kind();

    LineResult handle(LineWork work);
}
