package chaperone.connect.file;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.attribute.PosixFilePermission;
import java.util.Set;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.scp.client.ScpClient;
import org.apache.sshd.scp.client.ScpClientCreator;

/** Copying over SSH. */
record ScpLink(ClientSession session) implements FileLink {
    private static final Set<PosixFilePermission> OWNER_READS_AND_WRITES =
            Set.of(PosixFilePermission.OWNER_READ, PosixFilePermission.OWNER_WRITE);

    private ScpClient client() {
        return ScpClientCreator.instance().createScpClient(session);
    }

    @Override
    public void put(String path, long size, InputStream content) throws IOException {
        client().upload(content, path, size, OWNER_READS_AND_WRITES, null);
    }

    @Override
    public void get(String path, OutputStream to) throws IOException {
        client().download(path, to);
    }

    @Override
    public void close() {
        session.close(true);
    }
}
