package chaperone.connect.file;

import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.conversation.Patience;
import chaperone.connect.conversation.Target;
import chaperone.core.platform.FileWay;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.Optional;

/**
 * Sends files to a device and fetches them, in the way of its platform. One connection, owned by one thread; any thread may
 * stop it. A file is held nowhere: it takes as much memory as one buffer.
 */
public final class FileTransfer implements AutoCloseable {
    /** In bytes a second; a line that brings less is given up. */
    private static final long SLOWEST = 2048;

    private final Endpoint endpoint;
    private final FileWay way;
    private final FileLink link;
    private final Patience patience;
    private volatile boolean stopped;

    private FileTransfer(Endpoint endpoint, FileWay way, FileLink link, Patience patience) {
        this.endpoint = endpoint;
        this.way = way;
        this.link = link;
        this.patience = patience;
    }

    /** @throws ConversationException if the credential set and the platform share no way for files, or log-in fails */
    public static FileTransfer open(Target target, FileWay way, FileProtocols protocols, Patience patience) {
        FileWay.Kind kind = target.login()
                .files()
                .kindFor(way)
                .orElseThrow(() -> new ConversationException(
                        FailureKind.NO_LOG_IN,
                        target.endpoint(),
                        "the credential set and the platform share no way for files"));
        return new FileTransfer(target.endpoint(), way, protocols.open(kind, target), patience);
    }

    /**
     * @return what was sent
     * @throws ConversationException if the device does not take it: it is full, or the account may not write
     */
    public TransferredFile send(String name, FileSource source, TransferProgress progress) {
        return attempt(name, () -> {
            TransferMeter meter = meter(Long.MAX_VALUE, progress);
            long size = source.size();
            try (InputStream content = meter.over(source.open())) {
                link.put(way.putPath(name), size, content);
            }
            TransferredFile sent = meter.result();
            if (sent.size() != size) throw new IOException(sent.size() + " bytes of " + size + " were taken");
            meter.tell();
            return sent;
        });
    }

    /**
     * @param to is not closed
     * @param mostBytes more than these are not taken
     * @return what came
     */
    public TransferredFile fetch(String name, OutputStream to, long mostBytes, TransferProgress progress) {
        return attempt(name, () -> {
            TransferMeter meter = meter(mostBytes, progress);
            link.get(way.getPath(name), meter.over(to));
            meter.tell();
            return meter.result();
        });
    }

    private TransferMeter meter(long mostBytes, TransferProgress progress) {
        return new TransferMeter(new TransferMeter.Bounds(mostBytes, patience.whole(), SLOWEST), progress);
    }

    /**
     * Sends a file and fetches it back: the only proof that every device can give.
     *
     * @throws ConversationException of the kind {@link FailureKind#FILE_DIFFERS} if another one came back
     */
    public TransferredFile sendAndCompare(String name, FileSource source, TransferProgress progress) {
        TransferredFile sent = send(name, source, progress);
        Optional<TransferredFile> back = fetchedBack(name, sent.size(), progress);
        if (back.isEmpty() || !back.get().equals(sent)) {
            throw new ConversationException(
                    FailureKind.FILE_DIFFERS, endpoint, name + " came back with other bytes than were sent");
        }
        return sent;
    }

    private Optional<TransferredFile> fetchedBack(String name, long size, TransferProgress progress) {
        try {
            return Optional.of(fetch(name, OutputStream.nullOutputStream(), size, progress));
        } catch (ConversationException e) {
            if (e.kind() == FailureKind.TOO_LONG) return Optional.empty();
            throw e;
        }
    }

    private interface Work {
        TransferredFile run() throws IOException;
    }

    private TransferredFile attempt(String name, Work work) {
        try {
            return work.run();
        } catch (IOException e) {
            throw endedByUs(name, e)
                    .orElseGet(() -> new ConversationException(
                            FailureKind.TRANSFER_REFUSED, endpoint, name + ": " + e.getMessage(), e));
        } catch (ConversationException e) {
            throw endedByUs(name, e).orElse(e);
        }
    }

    /** What we broke off ourselves looks to the library like a connection that failed. */
    private Optional<ConversationException> endedByUs(String name, Exception failure) {
        if (stopped) {
            return Optional.of(new ConversationException(FailureKind.STOPPED, endpoint, "stopped by hand", failure));
        }
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            if (!(cause instanceof TransferMeter.BrokenOff broken)) continue;
            return Optional.of(
                    new ConversationException(broken.kind(), endpoint, name + ": " + broken.getMessage(), failure));
        }
        return Optional.empty();
    }

    /** Ends what goes over it, which fails as {@link FailureKind#STOPPED}. */
    public void stop() {
        stopped = true;
        link.close();
    }

    @Override
    public void close() {
        link.close();
    }
}
