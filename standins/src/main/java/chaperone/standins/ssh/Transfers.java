package chaperone.standins.ssh;

import chaperone.standins.device.Storage;
import java.io.IOException;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.sshd.common.session.Session;
import org.apache.sshd.scp.common.ScpTransferEventListener;
import org.apache.sshd.scp.server.ScpCommandFactory;
import org.apache.sshd.server.session.ServerSession;
import org.apache.sshd.sftp.server.FileHandle;
import org.apache.sshd.sftp.server.Handle;
import org.apache.sshd.sftp.server.SftpEventListener;
import org.apache.sshd.sftp.server.SftpSubsystemFactory;

/** Files over SSH: refused when the device is full, handed to its storage when they have come. */
final class Transfers {
    private Transfers() {}

    static ScpCommandFactory scp(Storage storage) {
        return new ScpCommandFactory.Builder()
                .addEventListener(new ScpTransferEventListener() {
                    @Override
                    public void startFileEvent(
                            Session session, FileOperation op, Path file, long length, Set<PosixFilePermission> perms)
                            throws IOException {
                        if (op == FileOperation.RECEIVE) needRoom(storage, length);
                    }

                    @Override
                    public void endFileEvent(
                            Session session,
                            FileOperation op,
                            Path file,
                            long length,
                            Set<PosixFilePermission> perms,
                            Throwable thrown) {
                        if (op == FileOperation.RECEIVE && thrown == null) arrived(storage, file);
                    }
                })
                .build();
    }

    static SftpSubsystemFactory sftp(Storage storage) {
        SftpSubsystemFactory factory = new SftpSubsystemFactory.Builder().build();
        factory.addSftpEventListener(new SftpEventListener() {
            private final Set<String> written = ConcurrentHashMap.newKeySet();

            @Override
            public void writing(
                    ServerSession session,
                    String remoteHandle,
                    FileHandle handle,
                    long offset,
                    byte[] data,
                    int dataOffset,
                    int dataLen)
                    throws IOException {
                needRoom(storage, dataLen);
                written.add(session.hashCode() + remoteHandle);
            }

            @Override
            public void closed(ServerSession session, String remoteHandle, Handle handle, Throwable thrown) {
                boolean wasWritten = written.remove(session.hashCode() + remoteHandle);
                if (wasWritten && thrown == null) arrived(storage, handle.getFile());
            }
        });
        return factory;
    }

    private static void needRoom(Storage storage, long bytes) throws IOException {
        if (bytes > storage.free()) throw new IOException("no room left on this device");
    }

    private static void arrived(Storage storage, Path file) {
        storage.arrived(file.getFileName().toString());
    }
}
