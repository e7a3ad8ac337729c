package chaperone.server.compare;

import chaperone.server.fleet.Device;
import chaperone.server.noise.NoiseRules;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.secret.SecretMasks;
import org.springframework.stereotype.Component;

/** Compares two configurations of a device of which nobody need have a copy. */
@Component
public class TextComparison {
    private final NoiseRules noise;
    private final PlatformRegistry platforms;
    private final SecretMasks masks;

    TextComparison(NoiseRules noise, PlatformRegistry platforms, SecretMasks masks) {
        this.noise = noise;
        this.platforms = platforms;
        this.masks = masks;
    }

    /** @param context equal rows shown around a change */
    public CompareView between(Device device, String before, String after, int context) {
        return CompareView.of(end(device, before), end(device, after), context, false);
    }

    private CompareEnd end(Device device, String text) {
        return CompareEnd.of(platforms.get(device.platform()), noise.of(device), masks, text);
    }
}
