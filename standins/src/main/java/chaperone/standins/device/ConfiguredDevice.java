package chaperone.standins.device;

import java.util.List;
import java.util.regex.Pattern;

/**
 * A device with one configuration in force and another that a restart brings back.
 *
 * @param <C> a configuration as the family's engine has it
 */
public abstract class ConfiguredDevice<C> implements Device {
    private static final Pattern OWN_ADDRESS = Pattern.compile("\\baddress\\b[\\s\":]*(127(?:\\.\\d{1,3}){3})\\b");

    protected final Chassis chassis;
    protected C running;
    protected C saved;

    protected ConfiguredDevice(Chassis chassis, C running, C saved) {
        this.chassis = chassis;
        this.running = running;
        this.saved = saved;
    }

    /** As the device shows it to who asks. */
    protected abstract String shown(C config);

    /** As the device can be made from again. */
    protected abstract String print(C config);

    @Override
    public List<String> ownAddresses() {
        return OWN_ADDRESS
                .matcher(keptRunning())
                .results()
                .map(found -> found.group(1))
                .toList();
    }

    @Override
    public Chassis chassis() {
        return chassis;
    }

    @Override
    public synchronized String runningText() {
        return shown(running);
    }

    @Override
    public synchronized String savedText() {
        return shown(saved);
    }

    @Override
    public synchronized String keptRunning() {
        return print(running);
    }

    @Override
    public synchronized String keptSaved() {
        return print(saved);
    }
}
