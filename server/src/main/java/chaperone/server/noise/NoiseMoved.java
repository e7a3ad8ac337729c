package chaperone.server.noise;

import java.util.List;

/** What counts as noise has changed for these devices. */
public record NoiseMoved(List<Long> devices) {
    public NoiseMoved {
        devices = List.copyOf(devices);
    }
}
