package chaperone.server.housekeeping;

/** Small work of a part of the server that is done once a night. */
public interface NightlyTask {
    void tidyUp();
}
