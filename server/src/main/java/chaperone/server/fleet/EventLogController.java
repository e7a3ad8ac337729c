package chaperone.server.fleet;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.PageRequest;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What became different about devices beside their configurations. */
@RestController
class EventLogController {
    private final Fleet fleet;
    private final DeviceEventRepository events;

    EventLogController(Fleet fleet, DeviceEventRepository events) {
        this.fleet = fleet;
        this.events = events;
    }

    /** @param meaning what the kind of event is, as it follows the device's name */
    record DeviceEventView(
            long id,
            String device,
            Instant at,
            EventKind kind,
            String meaning,
            String object,
            String before,
            String after) {
        static DeviceEventView of(DeviceEvent event) {
            return new DeviceEventView(
                    event.id(),
                    event.device().name(),
                    event.at(),
                    event.kind(),
                    event.kind().meaning(),
                    event.object(),
                    event.before(),
                    event.after());
        }
    }

    record DeviceEventPage(List<DeviceEventView> events, long matching) {
        static DeviceEventPage of(Page<DeviceEvent> found) {
            return new DeviceEventPage(found.map(DeviceEventView::of).getContent(), found.getTotalElements());
        }
    }

    @GetMapping("/api/device-events")
    @Transactional(readOnly = true)
    public DeviceEventPage all(
            @RequestParam(defaultValue = "") @Size(max = 30) List<EventKind> kinds,
            @RequestParam(defaultValue = "0") @Min(0) @Max(100_000) int page,
            @RequestParam(defaultValue = "100") @Min(1) @Max(500) int size) {
        return DeviceEventPage.of(events.findByKindInOrderByIdDesc(wanted(kinds), PageRequest.of(page, size)));
    }

    @GetMapping("/api/devices/{name}/events")
    @Transactional(readOnly = true)
    public DeviceEventPage ofDevice(
            @PathVariable String name,
            @RequestParam(defaultValue = "") @Size(max = 30) List<EventKind> kinds,
            @RequestParam(defaultValue = "0") @Min(0) @Max(100_000) int page,
            @RequestParam(defaultValue = "100") @Min(1) @Max(500) int size) {
        return DeviceEventPage.of(
                events.findByDeviceAndKindInOrderByIdDesc(fleet.get(name), wanted(kinds), PageRequest.of(page, size)));
    }

    private static List<EventKind> wanted(List<EventKind> kinds) {
        return kinds.isEmpty() ? List.of(EventKind.values()) : kinds;
    }
}
