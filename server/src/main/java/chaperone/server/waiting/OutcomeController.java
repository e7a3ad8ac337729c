package chaperone.server.waiting;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.time.Duration;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.context.request.async.DeferredResult;

/** What came of a change, in one answer. */
@RestController
class OutcomeController {
    private final OutcomeWaits waits;

    OutcomeController(OutcomeWaits waits) {
        this.waits = waits;
    }

    /**
     * If its run goes on, or has not begun, the answer waits for its end.
     *
     * @param wait at the most, in seconds; 0 for what stands now
     */
    @GetMapping("/api/changes/{number}/outcome")
    public DeferredResult<ChangeOutcome> outcome(
            @PathVariable long number, @RequestParam(defaultValue = "0") @Min(0) @Max(60) int wait) {
        return waits.outcome(number, Duration.ofSeconds(wait));
    }
}
