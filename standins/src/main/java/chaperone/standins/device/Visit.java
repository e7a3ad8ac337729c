package chaperone.standins.device;

import java.net.InetSocketAddress;

/** Who has logged in, at which level, from where, by which way (SSH, NETCONF, Telnet, HTTPS). */
public record Visit(String account, String level, InetSocketAddress from, String way) {
    /** The way of somebody who stands at the device. */
    public static final String CABLE = "cable";
}
