package chaperone.server.syslog;

import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Whether devices' log messages get through. */
@RestController
class SyslogCounterController {
    private final SyslogCounters counts;

    SyslogCounterController(SyslogCounters counts) {
        this.counts = counts;
    }

    @GetMapping("/api/log-messages")
    SyslogCounters.LogCountsView counts() {
        return counts.view();
    }
}
