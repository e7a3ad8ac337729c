package chaperone.server.line;

import chaperone.core.change.ConfigModel;
import chaperone.core.config.ConfigBytes;
import chaperone.core.mask.MaskedConfig;
import chaperone.core.patch.References;
import chaperone.core.platform.Platform;
import chaperone.server.change.Changes;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.noise.NoiseRules;
import chaperone.server.origin.OriginView;
import chaperone.server.origin.Origins;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import chaperone.server.revision.History.Text;
import chaperone.server.revision.LineAges;
import chaperone.server.revision.Revision;
import chaperone.server.secret.SecretMasks;
import chaperone.server.standard.ClausesOfLine;
import chaperone.server.standard.ClausesOfLine.ClauseOfLine;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Why a line stands where it stands: all that is known of it. */
@RestController
@RequestMapping("/api/devices/{name}/revisions/{number}/lines")
class LineReasonController {
    /** Of what uses a definition. */
    private static final int MOST = 200;

    private final Fleet fleet;
    private final History history;
    private final LineAges ages;
    private final Origins origins;
    private final Changes changes;
    private final ClausesOfLine clauses;
    private final PlatformRegistry platforms;
    private final NoiseRules noise;
    private final SecretMasks masks;

    LineReasonController(
            Fleet fleet,
            History history,
            LineAges ages,
            Origins origins,
            Changes changes,
            ClausesOfLine clauses,
            PlatformRegistry platforms,
            NoiseRules noise,
            SecretMasks masks) {
        this.fleet = fleet;
        this.history = history;
        this.ages = ages;
        this.origins = origins;
        this.changes = changes;
        this.clauses = clauses;
        this.platforms = platforms;
        this.noise = noise;
        this.masks = masks;
    }

    /**
     * The revision that brought the line.
     *
     * @param isOldest whether it may have stood before, when nobody looked
     * @param change the number and title of the change that brought it; absent like the rollout if none did
     */
    record Brought(
            int revision,
            Instant at,
            boolean isOldest,
            Optional<OriginView> who,
            Optional<Long> change,
            Optional<String> title,
            Optional<Long> rollout) {}

    /**
     * Secrets are masked; lines count from 0.
     *
     * @param path the statements above
     * @param clauses of published standards that speak of it
     * @param references what it uses, and what uses the definition that it belongs to
     */
    record LineReason(
            int line,
            String text,
            List<String> path,
            Brought brought,
            List<ClauseOfLine> clauses,
            References references) {}

    @GetMapping("/{line}/reason")
    @Transactional(readOnly = true)
    public LineReason reason(
            @PathVariable String name,
            @PathVariable int number,
            @PathVariable int line,
            @RequestParam(defaultValue = "RUNNING") ConfigKind kind) {
        Device device = fleet.get(name);
        Text text = history.get(device, kind, number);
        Platform platform = platforms.get(device.platform());
        MaskedConfig masked = masks.of(platform, text.whole());
        if (line < 0 || line >= masked.document().lineCount())
            throw ProblemException.notFound("line in revision " + number, line + 1);
        ConfigModel model = ConfigModel.of(platform, noise.of(device));
        String shown = ConfigBytes.printable(masked.text());
        return new LineReason(
                line,
                ConfigBytes.printable(masked.line(line)).strip(),
                model.above(shown, line),
                brought(device, kind, number, line),
                kind == ConfigKind.RUNNING ? clauses.of(device, text.whole(), line) : List.of(),
                some(model.references(shown, line)));
    }

    private Brought brought(Device device, ConfigKind kind, int number, int line) {
        LineAges.Ages found = ages.of(device, kind, number);
        int since = found.since().get(line);
        Revision revision = history.get(device, kind, since).revision();
        return new Brought(
                since,
                revision.firstCopyAt(),
                since == found.oldest(),
                Optional.ofNullable(origins.views(List.of(revision.id())).get(revision.id())),
                revision.change(),
                revision.change().map(each -> changes.get(each).title()),
                revision.rollout());
    }

    private static References some(References all) {
        List<References.StatementPlace> users = all.usedBy();
        return new References(all.uses(), all.definition(), users.subList(0, Math.min(MOST, users.size())));
    }
}
