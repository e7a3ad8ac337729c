package chaperone.server.export;

import java.time.Instant;
import java.util.Optional;
import org.eclipse.jgit.lib.ObjectId;

/**
 * Where the history is kept up to date, and how that went.
 *
 * @param address of a remote; empty if the repository in the folder is all that is wanted
 * @param sealed a password, or a private key if {@code isKey}
 * @param hostKey the fingerprint that its SSH server must show; {@code seenKey} one that it showed and that nobody knows
 * @param head the newest commit that was written; {@code pushedHead} the newest that the remote has
 * @param problem why the last try did not succeed; empty if it did
 */
record GitTarget(
        boolean isOn,
        String address,
        String account,
        Optional<byte[]> sealed,
        boolean isKey,
        String hostKey,
        String seenKey,
        Optional<ObjectId> head,
        Optional<Instant> writtenAt,
        Optional<Instant> triedAt,
        Optional<Instant> pushedAt,
        Optional<ObjectId> pushedHead,
        String problem) {

    boolean hasRemote() {
        return !address.isEmpty();
    }

    boolean isPushed() {
        return pushedHead.isPresent() && pushedHead.equals(head);
    }
}
