package chaperone.server.bench;

import chaperone.server.audit.Audited;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The stand-ins of the demo: what they are, and what they are told to do wrong. */
@RestController
@RequestMapping("/api/bench")
class BenchController {
    private static final String NAME = "[A-Za-z0-9][A-Za-z0-9._-]{0,62}";
    private static final String WORD = "[A-Za-z0-9_-]{1,30}";

    private final StandInControl control;
    private final JsonMapper json;

    BenchController(StandInControl control, JsonMapper json) {
        this.control = control;
        this.json = json;
    }

    /** @param faults each with its number */
    record StandInView(
            String name,
            String address,
            int port,
            String maker,
            String model,
            String release,
            boolean isUp,
            boolean isAway,
            int sessions,
            Map<String, Integer> faults) {}

    record FaultView(String fault, String meaning, boolean takesNumber, int usualNumber) {}

    @GetMapping("/stand-ins")
    List<StandInView> standIns() {
        return List.of(json.treeToValue(control.ask("GET", "/stand-ins"), StandInView[].class));
    }

    @GetMapping("/faults")
    List<FaultView> faults() {
        return List.of(json.treeToValue(control.ask("GET", "/faults"), FaultView[].class));
    }

    @Audited(value = "set a stand-in's fault", when = Audited.When.AROUND)
    @PutMapping("/stand-ins/{name}/faults/{fault}")
    StandInView set(
            @PathVariable @Pattern(regexp = NAME) String name,
            @PathVariable @Pattern(regexp = WORD) String fault,
            @RequestParam Optional<@Min(0) @Max(100_000) Integer> number) {
        String query = number.map(n -> "?number=" + n).orElse("");
        return view(control.ask("PUT", "/stand-ins/" + name + "/faults/" + fault + query));
    }

    @Audited(value = "took a stand-in's fault away", when = Audited.When.AROUND)
    @DeleteMapping("/stand-ins/{name}/faults/{fault}")
    StandInView clear(
            @PathVariable @Pattern(regexp = NAME) String name, @PathVariable @Pattern(regexp = WORD) String fault) {
        return view(control.ask("DELETE", "/stand-ins/" + name + "/faults/" + fault));
    }

    /** Restart, another identity, out to sea, back to berth, a module in or out. */
    @Audited(value = "asked something of a stand-in", when = Audited.When.AROUND)
    @PostMapping("/stand-ins/{name}/{act}")
    StandInView act(
            @PathVariable @Pattern(regexp = NAME) String name,
            @PathVariable @Pattern(regexp = "restart|new-host-key|sail|berth|insert-module|take-module-out|factory-new")
                    String act) {
        return view(control.ask("POST", "/stand-ins/" + name + "/" + act));
    }

    record Pasted(@NotNull @Size(max = 20_000) String text) {
        @Override
        public String toString() {
            return "Pasted";
        }
    }

    /** @param screen what the device has shown, with what was typed */
    record Screen(String screen) {}

    /** Types at the stand-in's cable, where a factory-new device listens too. */
    @Audited(value = "typed at a stand-in's cable", when = Audited.When.AROUND)
    @PostMapping("/stand-ins/{name}/cable")
    Screen cable(@PathVariable @Pattern(regexp = NAME) String name, @Valid @RequestBody Pasted pasted) {
        JsonNode answer = control.send("POST", "/stand-ins/" + name + "/cable", pasted.text());
        return json.treeToValue(answer, Screen.class);
    }

    private StandInView view(JsonNode node) {
        return json.treeToValue(node, StandInView.class);
    }
}
