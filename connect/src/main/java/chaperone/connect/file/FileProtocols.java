package chaperone.connect.file;

import chaperone.connect.conversation.LoginProtocol;
import chaperone.connect.conversation.Target;
import chaperone.connect.https.HttpsProtocol;
import chaperone.connect.ssh.SshLink;
import chaperone.core.platform.FileWay;
import java.util.Map;
import java.util.function.Function;

/** The protocols for files, each of which opens a link to a device. */
public final class FileProtocols {
    private final Map<FileWay.Kind, Function<Target, FileLink>> links;

    public FileProtocols(SshLink ssh, HttpsProtocol https) {
        links = Map.of(
                FileWay.Kind.SCP,
                target -> new ScpLink(ssh.logIn(target, LoginProtocol.SSH).session()),
                FileWay.Kind.SFTP,
                target -> new SftpLink(ssh.logIn(target, LoginProtocol.SSH).session()),
                FileWay.Kind.HTTPS,
                target -> new HttpsLink(https.open(target)));
    }

    FileLink open(FileWay.Kind kind, Target target) {
        return links.get(kind).apply(target);
    }
}
