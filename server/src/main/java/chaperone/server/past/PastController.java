package chaperone.server.past;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.past.PastFleet.Meant;
import chaperone.server.past.PastPlan.Dated;
import chaperone.server.past.PastPlan.Entry;
import chaperone.server.past.PastPlan.PastSum;
import chaperone.server.past.PastStandings.PastStanding;
import chaperone.server.problem.ProblemException;
import chaperone.server.revision.ConfigKind;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.io.InputStream;
import java.security.Principal;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.ZoneId;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Bringing in what devices ran before they were copied first. */
@RestController
@RequestMapping("/api/past-configurations")
class PastController {
    private static final int MOST_SHOWN = 2000;

    private final PastUploads uploads;
    private final PastStandings standings;

    PastController(PastUploads uploads, PastStandings standings) {
        this.uploads = uploads;
        this.standings = standings;
    }

    /**
     * What becomes of a file.
     *
     * @param says the verdict in words, with what is wrong
     */
    record PastFileView(
            String path,
            Optional<String> device,
            Optional<ConfigKind> kind,
            Optional<Instant> at,
            Dated dated,
            PastVerdict verdict,
            String says) {
        static PastFileView of(Entry entry) {
            return new PastFileView(
                    entry.path(),
                    entry.device().map(Meant::name),
                    entry.device().map(device -> entry.kind()),
                    entry.at(),
                    entry.dated(),
                    entry.verdict(),
                    entry.verdict().says() + (entry.note().isEmpty() ? "" : ": " + entry.note()));
        }
    }

    record PastCount(PastVerdict verdict, String says, long files) {}

    /**
     * @param revisions that would be new; {@code goingSoon} of them would go again tonight by the rule for keeping
     * @param files the first 2,000: what does not come in before what does
     */
    record PastPreview(
            long allFiles,
            long revisions,
            long goingSoon,
            List<PastCount> counts,
            List<PastSum> devices,
            List<PastFileView> files) {}

    /**
     * Says what goes where; nothing is stored.
     *
     * @param zone of moments that name none, as the tz database calls it
     * @param as {@code name in the files=device}
     * @param body a ZIP archive or a Git bundle
     */
    @PostMapping(path = "/preview", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    PastPreview preview(
            @RequestParam @Size(max = 60) String zone,
            @RequestParam(defaultValue = "") @Size(max = 200) List<@Size(max = 300) String> as,
            InputStream body) {
        try (KeptFiles files = KeptFiles.of(body)) {
            PastPlan plan = uploads.plan(files, zone(zone), others(as));
            return new PastPreview(
                    plan.entries().size(),
                    plan.counts().getOrDefault(PastVerdict.REVISION, 0L),
                    uploads.goingSoon(plan),
                    plan.counts().entrySet().stream()
                            .map(count ->
                                    new PastCount(count.getKey(), count.getKey().says(), count.getValue()))
                            .toList(),
                    plan.sums(),
                    shown(plan));
        }
    }

    private static List<PastFileView> shown(PastPlan plan) {
        return plan.entries().stream()
                .sorted((one, other) ->
                        Boolean.compare(one.verdict().comesIn(), other.verdict().comesIn()))
                .limit(MOST_SHOWN)
                .map(PastFileView::of)
                .toList();
    }

    record PastStarted(long job) {}

    /**
     * Brings in what the preview said.
     *
     * @param name of the file, for people
     * @param revisions as the preview said; if it is another number now, nothing is done
     */
    @Audited("brought past configurations in")
    @PostMapping(consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseStatus(HttpStatus.ACCEPTED)
    PastStarted bringIn(
            @RequestParam @NotBlank @Size(max = 200) String name,
            @RequestParam @Size(max = 60) String zone,
            @RequestParam(defaultValue = "") @Size(max = 200) List<@Size(max = 300) String> as,
            @RequestParam @Min(0) long revisions,
            InputStream body,
            Principal principal) {
        try (KeptFiles files = KeptFiles.of(body)) {
            AuditNote.add(revisions + (revisions == 1 ? " revision" : " revisions") + " from " + name);
            return new PastStarted(
                    uploads.bringIn(files, zone(zone), others(as), name, revisions, principal.getName()));
        }
    }

    /** What a job has brought in that is still there. */
    @GetMapping("/{job}")
    PastStanding standing(@PathVariable long job) {
        return standings.of(job);
    }

    /** Takes all of a job's revisions out again, with what was written to them. */
    @Audited("took past configurations back")
    @DeleteMapping("/{job}")
    PastStanding takeBack(@PathVariable long job) {
        PastStanding standing = standings.takeBack(job);
        AuditNote.add(standing.revisions() + " revisions of " + standing.devices() + " devices, job " + job);
        return standing;
    }

    private static ZoneId zone(String name) {
        try {
            return ZoneId.of(name);
        } catch (DateTimeException e) {
            throw ProblemException.ofField("zone", "\"" + name + "\" is no time zone.");
        }
    }

    private static Map<String, String> others(List<String> as) {
        Map<String, String> others = new LinkedHashMap<>();
        for (String each : as) {
            int equals = each.lastIndexOf('=');
            if (equals <= 0 || equals == each.length() - 1)
                throw ProblemException.ofField("as", "\"" + each + "\" does not say which device a name means.");
            others.put(
                    each.substring(0, equals).strip().toLowerCase(Locale.ROOT),
                    each.substring(equals + 1).strip());
        }
        return others;
    }
}
