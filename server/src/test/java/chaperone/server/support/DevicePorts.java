package chaperone.server.support;

import java.util.concurrent.atomic.AtomicInteger;

/** Ports at which stand-ins listen. Classes of tests run side by side: each of them takes its own. */
public final class DevicePorts {
    /** Below those that the system gives away by itself. */
    private static final AtomicInteger NEXT = new AtomicInteger(2900);

    private DevicePorts() {}

    public static int next() {
        return NEXT.incrementAndGet();
    }
}
