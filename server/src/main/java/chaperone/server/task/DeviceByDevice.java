package chaperone.server.task;

import java.util.Collection;
import java.util.function.LongConsumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;

/** Does something for many devices in the background, one after the other; one that fails is noted and passed over. */
public final class DeviceByDevice {
    private static final Logger LOG = LoggerFactory.getLogger(DeviceByDevice.class);

    private final String name;
    private final LongConsumer work;
    private final ThreadPoolTaskScheduler worker;

    /** @param work gets a device's id */
    public DeviceByDevice(String name, LongConsumer work) {
        this.name = name;
        this.work = work;
        worker = Schedulers.interruptible(name, 1);
    }

    public void doAll(Collection<Long> devices) {
        for (long device : devices) worker.execute(() -> doOne(device));
    }

    private void doOne(long device) {
        try {
            work.accept(device);
        } catch (RuntimeException e) {
            LOG.error("{} failed for device {}", name, device, e);
        }
    }

    public void stop() {
        worker.shutdown();
    }
}
