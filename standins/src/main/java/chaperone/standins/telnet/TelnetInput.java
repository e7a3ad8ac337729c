package chaperone.standins.telnet;

import java.io.IOException;
import java.io.InputStream;

/** What is typed, without the commands of the protocol (RFC 854); answers to our own offers are passed over. */
final class TelnetInput extends InputStream {
    private static final int IAC = 255, WILL = 251, DONT = 254, SUB = 250, END = 240;

    private final InputStream in;

    TelnetInput(InputStream in) {
        this.in = in;
    }

    @Override
    public int read() throws IOException {
        while (true) {
            int b = in.read();
            if (b != IAC) return b;
            int command = in.read();
            if (command == IAC) return IAC;
            if (command >= WILL && command <= DONT) in.read();
            else if (command == SUB) skipSubnegotiation();
            else if (command < 0) return -1;
        }
    }

    private void skipSubnegotiation() throws IOException {
        int before = 0;
        for (int b = in.read(); b >= 0; b = in.read()) {
            if (before == IAC && b == END) return;
            before = before == IAC && b == IAC ? 0 : b;
        }
    }
}
