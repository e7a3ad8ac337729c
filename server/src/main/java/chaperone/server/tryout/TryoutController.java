package chaperone.server.tryout;

import chaperone.server.clause.StandardText;
import chaperone.server.fleet.Fleet;
import chaperone.server.standard.Standards;
import chaperone.server.tryout.DeviceTryout.TrialView;
import chaperone.server.tryout.FleetTryout.FleetTrialView;
import chaperone.server.tryout.PastTrial.PastTrialView;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** How a standard would judge, before it is published; nothing is kept. */
@RestController
@RequestMapping("/api/standards")
class TryoutController {
    private final Standards standards;
    private final Fleet fleet;
    private final DeviceTryout device;
    private final FleetTryout all;
    private final PastTrial past;
    private final Clock clock;

    TryoutController(
            Standards standards, Fleet fleet, DeviceTryout device, FleetTryout all, PastTrial past, Clock clock) {
        this.standards = standards;
        this.fleet = fleet;
        this.device = device;
        this.all = all;
        this.past = past;
        this.clock = clock;
    }

    record PastTrialInput(
            @Min(1) @Max(92) int days, @NotNull @Valid StandardText text) {}

    record TrialInput(
            @NotBlank @Size(max = 253) String device,
            @NotNull @Valid StandardText text) {}

    /** One device, with the lines and what would repair it. */
    @PostMapping("/trial")
    @Transactional(readOnly = true)
    public List<TrialView> trial(@Valid @RequestBody TrialInput input) {
        standards.check(input.text());
        return device.of(fleet.get(input.device()), input.text());
    }

    /** The fleet on the days before now. */
    @PostMapping("/past-trial")
    @Transactional(readOnly = true)
    public PastTrialView pastTrial(@Valid @RequestBody PastTrialInput input) {
        standards.check(input.text());
        return past.of(input.text(), clock.instant().minus(Duration.ofDays(input.days())));
    }

    /** The fleet as it is. */
    @PostMapping("/fleet-trial")
    @Transactional(readOnly = true)
    public List<FleetTrialView> fleetTrial(@Valid @RequestBody StandardText text) {
        standards.check(text);
        return all.of(text);
    }
}
