package chaperone.connect;

import chaperone.connect.conversation.FileChoice;
import chaperone.connect.conversation.LoginProtocol;
import chaperone.core.platform.Dialogue;
import chaperone.core.platform.FileWay;
import chaperone.core.platform.Platform;
import chaperone.core.platform.ShellDialogue;
import java.util.Optional;
import java.util.Set;

/**
 * What can be done on a platform with log-ins by certain protocols. Each is empty if it can be done, or says in words why
 * not.
 */
public record LoginCapabilities(Optional<String> copy, Optional<String> putBack, Optional<String> imageTransfer) {

    public static LoginCapabilities on(Platform platform, Set<LoginProtocol> protocols, FileChoice files) {
        Optional<String> copy = whyNotReached(platform.dialogue(), protocols);
        Optional<String> putBack = copy.or(() -> platform.edit().isPresent()
                ? Optional.empty()
                : Optional.of("the platform does not say how to alter a configuration"));
        return new LoginCapabilities(copy, putBack, whyNoFiles(platform.files(), protocols, files));
    }

    private static Optional<String> whyNotReached(Dialogue dialogue, Set<LoginProtocol> protocols) {
        if (dialogue instanceof Dialogue.Netconf) return missing(LoginProtocol.NETCONF, protocols);
        if (dialogue instanceof Dialogue.Https) return missing(LoginProtocol.HTTPS, protocols);
        boolean byTelnet = dialogue instanceof ShellDialogue shell
                && shell.telnet().isPresent()
                && protocols.contains(LoginProtocol.TELNET);
        return byTelnet ? Optional.empty() : missing(LoginProtocol.SSH, protocols);
    }

    private static Optional<String> whyNoFiles(Optional<FileWay> way, Set<LoginProtocol> protocols, FileChoice files) {
        if (way.isEmpty()) return Optional.of("the platform names no way for files");
        if (files == FileChoice.NONE) return Optional.of("no transfer of files is chosen");
        Optional<FileWay.Kind> kind = files.kindFor(way.get());
        if (kind.isEmpty())
            return Optional.of("the platform takes files by " + way.get().kind());
        return missing(protocolOf(kind.get()), protocols);
    }

    /** The protocol whose account sends files in this way. */
    static LoginProtocol protocolOf(FileWay.Kind kind) {
        return kind == FileWay.Kind.HTTPS ? LoginProtocol.HTTPS : LoginProtocol.SSH;
    }

    private static Optional<String> missing(LoginProtocol needed, Set<LoginProtocol> protocols) {
        return protocols.contains(needed) ? Optional.empty() : Optional.of("no log-in by " + needed.title());
    }
}
