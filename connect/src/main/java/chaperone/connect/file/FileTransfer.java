package chaperone.connect.file;

import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.https.HttpsConversation;
import chaperone.core.platform.FileWay;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.attribute.PosixFilePermission;
import java.security.MessageDigest;
import java.util.Set;
import org.apache.hc.core5.http.ContentType;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.scp.client.ScpClient;
import org.apache.sshd.scp.client.ScpClientCreator;
import org.apache.sshd.sftp.client.SftpClient;
import org.apache.sshd.sftp.client.SftpClientFactory;

/** Sends files to a device and fetches them, in the way of its platform. One connection, owned by one thread. */
public final class FileTransfer implements AutoCloseable {
    private static final Set<PosixFilePermission> OWNER_READS_AND_WRITES =
            Set.of(PosixFilePermission.OWNER_READ, PosixFilePermission.OWNER_WRITE);

    private final Endpoint endpoint;
    private final FileWay way;
    private final Link link;

    /** The bytes under a path; the three protocols differ in nothing else. */
    public interface Link extends AutoCloseable {
        void put(String path, byte[] content) throws IOException;

        byte[] get(String path) throws IOException;

        @Override
        void close();
    }

    public FileTransfer(Endpoint endpoint, FileWay way, Link link) {
        this.endpoint = endpoint;
        this.way = way;
        this.link = link;
    }

    /** @throws ConversationException if the device does not take it: it is full, or the account may not write */
    public void send(String name, byte[] content) {
        attempt(name, () -> {
            link.put(way.putPath(name), content);
            return content;
        });
    }

    public byte[] fetch(String name) {
        return attempt(name, () -> link.get(way.getPath(name)));
    }

    /**
     * Sends a file and fetches it back: the only proof that every device can give.
     *
     * @throws ConversationException of the kind {@link FailureKind#FILE_DIFFERS} if another one came back
     */
    public void sendAndCompare(String name, byte[] content) {
        send(name, content);
        if (!MessageDigest.isEqual(content, fetch(name))) {
            throw new ConversationException(
                    FailureKind.FILE_DIFFERS, endpoint, name + " came back with other bytes than were sent");
        }
    }

    private interface Work {
        byte[] run() throws IOException;
    }

    private byte[] attempt(String name, Work work) {
        try {
            return work.run();
        } catch (IOException e) {
            throw new ConversationException(FailureKind.TRANSFER_REFUSED, endpoint, name + ": " + e.getMessage(), e);
        }
    }

    @Override
    public void close() {
        link.close();
    }

    public static Link overSsh(FileWay.Kind kind, ClientSession session) {
        return kind == FileWay.Kind.SCP ? new Scp(session) : new Sftp(session);
    }

    private record Scp(ClientSession session) implements Link {
        private ScpClient client() {
            return ScpClientCreator.instance().createScpClient(session);
        }

        @Override
        public void put(String path, byte[] content) throws IOException {
            client().upload(new ByteArrayInputStream(content), path, content.length, OWNER_READS_AND_WRITES, null);
        }

        @Override
        public byte[] get(String path) throws IOException {
            ByteArrayOutputStream content = new ByteArrayOutputStream();
            client().download(path, content);
            return content.toByteArray();
        }

        @Override
        public void close() {
            session.close(true);
        }
    }

    private record Sftp(ClientSession session) implements Link {
        @Override
        public void put(String path, byte[] content) throws IOException {
            try (SftpClient client = SftpClientFactory.instance().createSftpClient(session);
                    OutputStream out = client.write(path)) {
                out.write(content);
            }
        }

        @Override
        public byte[] get(String path) throws IOException {
            try (SftpClient client = SftpClientFactory.instance().createSftpClient(session);
                    InputStream in = client.read(path)) {
                return in.readAllBytes();
            }
        }

        @Override
        public void close() {
            session.close(true);
        }
    }

    public record Https(HttpsConversation conversation) implements Link {
        @Override
        public void put(String path, byte[] content) throws IOException {
            try {
                conversation.send("POST", path, content, ContentType.APPLICATION_OCTET_STREAM);
            } catch (ConversationException e) {
                if (e.kind() == FailureKind.COMMAND_REFUSED) throw new IOException(e.seen(), e);
                throw e;
            }
        }

        @Override
        public byte[] get(String path) throws IOException {
            try {
                return conversation.send("GET", path, new byte[0], ContentType.APPLICATION_OCTET_STREAM);
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
}
