package chaperone.standins.device;

import java.net.InetSocketAddress;

/** Who has logged in, at which level, from where, by which way (SSH, NETCONF, Telnet, HTTPS). */
public record Visit(String account, String level, InetSocketAddress from, String way) {}
