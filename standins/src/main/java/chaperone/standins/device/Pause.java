package chaperone.standins.device;

import java.io.IOException;

/** Lets time pass, as a slow device does. */
public final class Pause {
    private Pause() {}

    public static void milliseconds(int milliseconds) throws IOException {
        try {
            Thread.sleep(milliseconds);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("Stopped while slow", e);
        }
    }
}
