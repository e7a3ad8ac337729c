package chaperone.standins.network;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.nio.channels.SocketChannel;
import java.util.ArrayList;
import java.util.List;

/**
 * A port that answers nobody: its queue of waiting connections is full and is never emptied, so that the kernel drops
 * every further attempt, as a device that is switched off would.
 */
final class SilentPort implements AutoCloseable {
    private final ServerSocket socket;
    private final List<SocketChannel> waiting = new ArrayList<>();

    SilentPort(InetSocketAddress address) {
        try {
            socket = new ServerSocket();
            socket.setReuseAddress(true);
            socket.bind(address, 1);
            for (int i = 0; i < 4; i++) waiting.add(waitAt(address));
        } catch (IOException e) {
            throw new UncheckedIOException("Cannot fall silent at " + address, e);
        }
    }

    private static SocketChannel waitAt(InetSocketAddress address) throws IOException {
        SocketChannel channel = SocketChannel.open();
        channel.configureBlocking(false);
        channel.connect(address);
        return channel;
    }

    @Override
    public void close() {
        try {
            for (SocketChannel channel : waiting) channel.close();
            socket.close();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
