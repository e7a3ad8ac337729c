package chaperone.connect.file;

/** Is told how far a file has come, some times a second at most; on the thread that moves it. */
@FunctionalInterface
public interface TransferProgress {
    TransferProgress NONE = (moved, rate) -> true;

    /**
     * @param moved bytes so far
     * @param rate bytes a second on average since the first
     * @return whether to go on; if not, the file is broken off as {@code STOPPED}
     */
    boolean moved(long moved, long rate);
}
