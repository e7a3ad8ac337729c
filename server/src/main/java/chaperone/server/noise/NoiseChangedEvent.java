package chaperone.server.noise;

import java.util.List;

/** What counts as noise has changed for these devices. */
public record NoiseChangedEvent(List<Long> devices) {
    public NoiseChangedEvent {
        devices = List.copyOf(devices);
    }
}
