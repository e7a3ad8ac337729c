package chaperone.connect.shell;

import chaperone.connect.conversation.ReceiveBuffer;
import java.io.OutputStream;

/** The two directions of a terminal, over SSH or Telnet. */
interface TerminalLine extends AutoCloseable {
    ReceiveBuffer incoming();

    OutputStream outgoing();

    boolean isOpen();

    /** The fingerprint of the host key; empty if the protocol has none. */
    String identity();

    @Override
    void close();
}
