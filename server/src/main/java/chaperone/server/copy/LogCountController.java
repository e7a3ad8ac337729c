package chaperone.server.copy;

import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Whether devices' log messages get through. */
@RestController
class LogCountController {
    private final LogCounts counts;

    LogCountController(LogCounts counts) {
        this.counts = counts;
    }

    @GetMapping("/api/log-messages")
    LogCounts.LogCountsView counts() {
        return counts.view();
    }
}
