package chaperone.standins.ssh;

import java.net.InetSocketAddress;

/** Who has logged in, at which level, from where. */
public record Visit(String account, String level, InetSocketAddress from) {}
