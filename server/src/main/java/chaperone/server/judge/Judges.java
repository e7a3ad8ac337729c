package chaperone.server.judge;

import chaperone.core.change.ConfigModel;
import chaperone.core.standard.Judge;
import chaperone.core.standard.Standing;
import chaperone.core.standard.Verdict;
import chaperone.core.standard.Verdict.Evidence;
import chaperone.server.clause.ClauseText;
import chaperone.server.clause.DeviceStanding;
import chaperone.server.fleet.Device;
import chaperone.server.noise.NoiseRules;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.secret.SecretMasks;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Makes a judge of a configuration of a device, and shows what it says; secrets are masked. */
@Component
public class Judges {
    private final Standings standings;
    private final NoiseRules noise;
    private final PlatformRegistry platforms;
    private final SecretMasks masks;

    Judges(Standings standings, NoiseRules noise, PlatformRegistry platforms, SecretMasks masks) {
        this.standings = standings;
        this.noise = noise;
        this.platforms = platforms;
        this.masks = masks;
    }

    /** How the device's configurations are read and altered. */
    public ConfigModel model(Device device) {
        return ConfigModel.of(platforms.get(device.platform()), noise.of(device));
    }

    /**
     * A judge of what a device runs, or is to run, with what it answered.
     *
     * @param values that fill the fields of clauses at its site
     * @param clauses by which it is judged: what none of them asks is not looked up
     */
    public Judge of(Device device, String text, Map<String, String> values, Stream<ClauseText> clauses) {
        return new Judge(text, model(device), values, standings.of(device, clauses));
    }

    /** As {@link #of}, for clauses whose sites fill in different values; the configuration is read once for each. */
    public Function<Map<String, String>, Judge> byValues(Device device, String text, Stream<ClauseText> clauses) {
        return byValues(device, text, standings.of(device, clauses));
    }

    /** By the configuration alone: what a device answered then is not kept. */
    public Function<Map<String, String>, Judge> ofText(Device device, String text) {
        return byValues(device, text, DeviceStanding.of(device));
    }

    private Function<Map<String, String>, Judge> byValues(Device device, String text, Standing standing) {
        ConfigModel model = model(device);
        Map<Map<String, String>, Judge> judges = new HashMap<>();
        return values -> judges.computeIfAbsent(values, each -> new Judge(text, model, each, standing));
    }

    /** Evidence as people may see it. */
    public List<Evidence> shown(Device device, List<Evidence> evidence) {
        Function<String, String> masked = text -> shown(device, text).strip();
        return evidence.stream()
                .map(each -> new Evidence(
                        each.path().stream().map(masked).toList(),
                        masked.apply(each.expected()),
                        each.found().map(masked),
                        each.line()))
                .toList();
    }

    /** Lines of a configuration as people may see them. */
    public String shown(Device device, String lines) {
        return masks.shown(platforms.get(device.platform()), lines);
    }

    /** What a device would be told so that it keeps to a clause, masked; nothing if that cannot be said, or it does. */
    public List<String> repair(Device device, String running, ClauseText clause, Judge judge) {
        ConfigModel model = model(device);
        Verdict verdict = judge.verdict(clause.clause());
        if (verdict.kind() != Verdict.Kind.FAIL || model.way().isEmpty()) return List.of();
        return judge.repaired(clause.clause()).stream()
                .flatMap(repaired -> model.patch(running, repaired).lines().stream())
                .map(line -> shown(device, line))
                .toList();
    }
}
