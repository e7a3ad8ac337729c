package chaperone.server.software;

import chaperone.core.release.ReleaseOrder;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.removal.RemovalKind;
import chaperone.server.removal.Removals;
import chaperone.server.removal.Removed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.io.InputStream;
import java.security.Principal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Models, the releases that they run and shall run, and the images of these. */
@RestController
@RequestMapping("/api")
class SoftwareController {
    private static final String FILE_NAME = "[A-Za-z0-9][A-Za-z0-9._-]{0,118}";

    private final ImageRepository repository;
    private final StandardReleaseRepository standardRepository;
    private final Images images;
    private final StandardReleases standards;
    private final JdbcClient database;
    private final Removals removals;

    SoftwareController(
            ImageRepository repository,
            StandardReleaseRepository standardRepository,
            Images images,
            StandardReleases standards,
            JdbcClient database,
            Removals removals) {
        this.removals = removals;
        this.repository = repository;
        this.standardRepository = standardRepository;
        this.images = images;
        this.standards = standards;
        this.database = database;
    }

    /**
     * @param size in bytes
     * @param vouchedBy who brought the list that its digest was checked against
     */
    record ImageView(
            long id,
            String name,
            String platform,
            String model,
            String release,
            long size,
            String sha256,
            Optional<String> vouchedBy,
            String broughtBy,
            Instant broughtAt,
            boolean isStandard) {}

    record RunningRelease(String release, long devices) {}

    record StandardReleaseView(String release, String chosenBy, Instant chosenAt) {}

    /** @param runs the newest release first */
    record ModelView(
            String platform,
            String model,
            long devices,
            List<RunningRelease> runs,
            Optional<StandardReleaseView> standard,
            List<ImageView> images) {}

    private record ModelKey(String platform, String model) {}

    private record RunningRow(ModelKey model, RunningRelease runs) {}

    record DigestListInput(@NotNull @Size(max = 200_000) String list) {}

    record StandardReleaseInput(long image) {}

    /** Of the fleet, and those for which there are images. */
    @GetMapping("/models")
    @Transactional(readOnly = true)
    public List<ModelView> models() {
        Map<ModelKey, List<RunningRelease>> running = running().stream()
                .collect(Collectors.groupingBy(
                        RunningRow::model, Collectors.mapping(RunningRow::runs, Collectors.toList())));
        Map<ModelKey, StandardRelease> chosen = standardRepository.findAll().stream()
                .collect(Collectors.toMap(each -> new ModelKey(each.platform(), each.model()), Function.identity()));
        Map<ModelKey, List<Image>> known = repository.findAllByOrderByPlatformAscModelAscReleaseAsc().stream()
                .collect(Collectors.groupingBy(each ->
                        new ModelKey(each.identity().platform(), each.identity().model())));
        Map<ModelKey, Integer> all =
                new TreeMap<>(Comparator.comparing(ModelKey::platform).thenComparing(ModelKey::model));
        running.keySet().forEach(key -> all.put(key, 0));
        known.keySet().forEach(key -> all.put(key, 0));
        return all.keySet().stream()
                .map(key -> model(
                        key,
                        running.getOrDefault(key, List.of()),
                        Optional.ofNullable(chosen.get(key)),
                        known.getOrDefault(key, List.of())))
                .toList();
    }

    private List<RunningRow> running() {
        return database.sql("select platform, model, release, count(*) as devices from device"
                        + " group by platform, model, release")
                .query((row, number) -> new RunningRow(
                        new ModelKey(row.getString("platform"), row.getString("model")),
                        new RunningRelease(row.getString("release"), row.getLong("devices"))))
                .list();
    }

    private static ModelView model(
            ModelKey key, List<RunningRelease> runs, Optional<StandardRelease> standard, List<Image> images) {
        List<RunningRelease> newestFirst = new ArrayList<>(runs);
        newestFirst.sort(Comparator.comparing(RunningRelease::release, ReleaseOrder.INSTANCE)
                .reversed());
        return new ModelView(
                key.platform(),
                key.model(),
                runs.stream().mapToLong(RunningRelease::devices).sum(),
                newestFirst,
                standard.map(each -> new StandardReleaseView(each.release(), each.chosenBy(), each.chosenAt())),
                images.stream()
                        .map(each -> view(
                                each,
                                standard.filter(chosen -> chosen.image() == each.id())
                                        .isPresent()))
                        .toList());
    }

    private static ImageView view(Image image, boolean isStandard) {
        return new ImageView(
                image.id(),
                image.name(),
                image.identity().platform(),
                image.identity().model(),
                image.identity().release(),
                image.size(),
                image.sha256(),
                image.vouchedBy(),
                image.broughtBy(),
                image.broughtAt(),
                isStandard);
    }

    /** The body is the file itself, as it is. */
    @Audited("brought an image in")
    @PostMapping(path = "/images", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public ImageView bringIn(
            @RequestParam @NotBlank @Pattern(regexp = FILE_NAME) String name,
            @RequestParam Optional<@Size(max = 100) String> model,
            InputStream body,
            Principal principal) {
        Image image = images.bringIn(name, model, body, principal.getName());
        AuditNote.add(name + ", " + image.identity().model() + " "
                + image.identity().release() + ", SHA-256 " + image.sha256());
        return view(image, false);
    }

    /** Checks an image against the list of digests that lies beside it. */
    @Audited("checked the digest of an image")
    @PostMapping("/images/{id}/digest-list")
    @Transactional
    public ImageView check(@PathVariable long id, @Valid @RequestBody DigestListInput input, Principal principal) {
        return view(images.check(id, input.list(), principal.getName()), standardRepository.existsByImageId(id));
    }

    @Audited("removed an image")
    @DeleteMapping("/images/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void remove(@PathVariable long id) {
        images.remove(id);
    }

    /** Makes an image's release the one that devices of its model shall run. */
    @Audited("chose a standard release")
    @PutMapping("/standard-releases")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void choose(@Valid @RequestBody StandardReleaseInput input, Principal principal) {
        Image image = images.get(input.image());
        AuditNote.add(image.identity().model() + " " + image.identity().release());
        standards.choose(image, principal.getName());
    }

    @Audited("withdrew a standard release")
    @DeleteMapping("/standard-releases")
    @Transactional
    public Removed withdraw(
            @RequestParam @NotBlank @Size(max = 40) String platform,
            @RequestParam @NotBlank @Size(max = 100) String model,
            Principal principal) {
        AuditNote.add(model);
        Removed removed = removals.keep(
                RemovalKind.STANDARD_RELEASE, model, principal.getName(), Map.of("platform", platform, "model", model));
        standards.withdraw(platform, model);
        return removed;
    }
}
