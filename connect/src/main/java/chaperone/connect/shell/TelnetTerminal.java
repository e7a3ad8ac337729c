package chaperone.connect.shell;

import chaperone.connect.conversation.ConnectFailures;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.Patience;
import chaperone.connect.conversation.ReceiveBuffer;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import org.apache.commons.net.telnet.EchoOptionHandler;
import org.apache.commons.net.telnet.InvalidTelnetOptionException;
import org.apache.commons.net.telnet.SuppressGAOptionHandler;
import org.apache.commons.net.telnet.TelnetClient;
import org.apache.commons.net.telnet.WindowSizeOptionHandler;

/** A terminal over Telnet (RFC 854, with RFC 857, 858 and 1073): everything passes in the clear. */
final class TelnetTerminal implements TerminalLine {
    private final TelnetClient client;
    private final ReceiveBuffer incoming;

    private TelnetTerminal(TelnetClient client, ReceiveBuffer incoming) {
        this.client = client;
        this.incoming = incoming;
    }

    static TelnetTerminal open(Endpoint endpoint, Patience patience, ReceiveBuffer incoming) {
        TelnetClient client = new TelnetClient("vt100");
        client.setConnectTimeout((int) patience.connect().toMillis());
        try {
            client.addOptionHandler(new EchoOptionHandler(false, false, false, true));
            client.addOptionHandler(new SuppressGAOptionHandler(true, true, true, true));
            client.addOptionHandler(new WindowSizeOptionHandler(511, 60, true, false, true, false));
            client.connect(endpoint.host(), endpoint.port());
        } catch (InvalidTelnetOptionException e) {
            throw new IllegalStateException(e);
        } catch (IOException e) {
            throw ConnectFailures.connecting(endpoint, patience, e);
        }
        TelnetTerminal terminal = new TelnetTerminal(client, incoming);
        Thread reader = new Thread(terminal::pump, "telnet " + endpoint);
        reader.setDaemon(true);
        reader.start();
        return terminal;
    }

    private void pump() {
        byte[] chunk = new byte[8192];
        try {
            InputStream in = client.getInputStream();
            for (int count = in.read(chunk); count >= 0; count = in.read(chunk)) incoming.write(chunk, 0, count);
        } catch (IOException e) {
            // The connection has ended, by us or by the device: either way nothing more comes.
        } finally {
            incoming.end();
        }
    }

    @Override
    public ReceiveBuffer incoming() {
        return incoming;
    }

    @Override
    public OutputStream outgoing() {
        return client.getOutputStream();
    }

    @Override
    public boolean isOpen() {
        return client.isConnected();
    }

    @Override
    public String identity() {
        return "";
    }

    @Override
    public void close() {
        try {
            client.disconnect();
        } catch (IOException e) {
            // It has gone already, which is what was wanted.
        }
    }
}
