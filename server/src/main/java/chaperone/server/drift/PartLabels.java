package chaperone.server.drift;

import chaperone.server.fleet.Device;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.secret.SecretMasks;
import org.springframework.stereotype.Component;

/** Names parts of configurations so that a page can show them. */
@Component
class PartLabels {
    private static final int LONGEST = 120;

    private final PlatformRegistry platforms;
    private final SecretMasks masks;

    PartLabels(PlatformRegistry platforms, SecretMasks masks) {
        this.platforms = platforms;
        this.masks = masks;
    }

    String shown(Device device, String label) {
        String shown = masks.shown(platforms.get(device.platform()), label).strip();
        return shown.length() <= LONGEST ? shown : shown.substring(0, LONGEST) + "\u2026";
    }
}
