package chaperone.connect.file;

import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.https.HttpsConversation;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;

/** Files as bodies of requests. */
record HttpsLink(HttpsConversation conversation) implements FileLink {
    @Override
    public void put(String path, long size, InputStream content) throws IOException {
        attempt(() -> conversation.upload(path, size, content));
    }

    @Override
    public void get(String path, OutputStream to) throws IOException {
        attempt(() -> conversation.download(path, to));
    }

    private static void attempt(Runnable transfer) throws IOException {
        try {
            transfer.run();
        } catch (ConversationException e) {
            if (e.kind() == FailureKind.COMMAND_REFUSED) throw new IOException(e.seen(), e);
            throw e;
        }
    }

    @Override
    public void close() {
        conversation.close();
    }
}
