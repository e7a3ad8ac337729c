package chaperone.server.revision;

import chaperone.core.compare.NoiseProposal;
import chaperone.server.noise.NoiseInput;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Optional;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** A pattern proposed from a line, and what it would do, before anybody keeps it. */
@RestController
@RequestMapping("/api/noise-patterns")
class NoiseEffectController {
    private final NoiseEffect effects;

    NoiseEffectController(NoiseEffect effects) {
        this.effects = effects;
    }

    /** @param other the line as it stands on the other side */
    record LineInput(@NotNull @Size(max = 10_000) String line, Optional<@Size(max = 10_000) String> other) {}

    record Proposed(String pattern) {}

    @PostMapping("/proposal")
    public Proposed propose(@Valid @RequestBody LineInput input) {
        return new Proposed(NoiseProposal.of(input.line(), input.other()));
    }

    /** @param first the name of the device that is looked at in any case */
    @PostMapping("/effect")
    public NoiseEffect.Effect effect(
            @Valid @RequestBody NoiseInput input, @RequestParam(defaultValue = "") @Size(max = 253) String first) {
        return effects.of(input, first);
    }
}
