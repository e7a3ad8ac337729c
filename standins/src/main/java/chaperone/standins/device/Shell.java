package chaperone.standins.device;

import java.io.IOException;

/** What answers on a terminal until the visitor leaves. */
@FunctionalInterface
public interface Shell {
    void serve(Terminal terminal) throws IOException;
}
