package chaperone.connect.conversation;

import chaperone.core.platform.FileWay;
import java.util.Optional;

/** How files go to a device: in the way that its platform names, or in another that somebody chose. */
public enum FileChoice {
    PLATFORM,
    SCP,
    SFTP,
    HTTPS,
    NONE;

    /** The way to take on a platform that names {@code usual}; none if the choice and the platform do not fit. */
    public Optional<FileWay.Kind> kindFor(FileWay usual) {
        return switch (this) {
            case PLATFORM -> Optional.of(usual.kind());
            case NONE -> Optional.empty();
            // The paths on a device are the same by both protocols of SSH, but nothing tells an address for HTTPS.
            case SCP -> overSsh(usual, FileWay.Kind.SCP);
            case SFTP -> overSsh(usual, FileWay.Kind.SFTP);
            case HTTPS -> Optional.of(usual.kind()).filter(FileWay.Kind.HTTPS::equals);
        };
    }

    private static Optional<FileWay.Kind> overSsh(FileWay usual, FileWay.Kind chosen) {
        return usual.kind() == FileWay.Kind.HTTPS ? Optional.empty() : Optional.of(chosen);
    }
}
