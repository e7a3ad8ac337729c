package chaperone.connect.file;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.sftp.client.SftpClient;
import org.apache.sshd.sftp.client.SftpClientFactory;

/** The file transfer protocol over SSH. */
record SftpLink(ClientSession session) implements FileLink {
    @Override
    public void put(String path, long size, InputStream content) throws IOException {
        try (SftpClient client = SftpClientFactory.instance().createSftpClient(session);
                OutputStream out = client.write(path)) {
            content.transferTo(out);
        }
    }

    @Override
    public void get(String path, OutputStream to) throws IOException {
        try (SftpClient client = SftpClientFactory.instance().createSftpClient(session);
                InputStream in = client.read(path)) {
            in.transferTo(to);
        }
    }

    @Override
    public void close() {
        session.close(true);
    }
}
