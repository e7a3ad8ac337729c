package chaperone.standins.network;

import chaperone.standins.device.Port;
import java.net.InetSocketAddress;

/** Makes the port that a device listens on. */
@FunctionalInterface
public interface PortMaker {
    Port at(InetSocketAddress address, Identity identity);
}
