package chaperone.server.fleet;

import java.util.List;

/** Somebody says something else of these devices: their site, role or tags, by which they are chosen. */
public record DevicesPlacedEvent(List<Long> devices) {
    public DevicesPlacedEvent {
        devices = List.copyOf(devices);
    }
}
