package chaperone.server.history;

import chaperone.server.audit.Audited;
import chaperone.server.document.FileFormat;
import chaperone.server.document.ListFile;
import chaperone.server.document.ListFile.Maker;
import chaperone.server.document.ListFile.Rows;
import chaperone.server.history.FleetHistory.HistoryPage;
import chaperone.server.history.FleetHistory.HistorySummary;
import chaperone.server.origin.OriginView;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.util.List;
import java.util.Set;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What changed across the fleet. */
@RestController
@RequestMapping("/api/history")
class FleetHistoryController {
    private static final int LARGEST_TABLE = 20_000;
    private static final ListFile LIST = new ListFile(
            "history",
            "What changed",
            List.of(
                    "at",
                    "device",
                    "site",
                    "kind",
                    "number",
                    "added",
                    "modified",
                    "removed",
                    "moved",
                    "parts",
                    "change",
                    "who",
                    "sureness",
                    "accounted for by",
                    "note",
                    "before",
                    "after"),
            List.of(
                    "at",
                    "device",
                    "kind",
                    "added",
                    "modified",
                    "removed",
                    "parts",
                    "before",
                    "after",
                    "change",
                    "who"));

    private final FleetHistory history;
    private final Accounting accounting;
    private final Clock clock;

    FleetHistoryController(FleetHistory history, Accounting accounting, Clock clock) {
        this.history = history;
        this.accounting = accounting;
        this.clock = clock;
    }

    @GetMapping
    HistoryPage changes(
            @Valid @ParameterObject HistoryRequest request,
            @RequestParam(defaultValue = "0") @Min(0) @Max(100_000) int page,
            @RequestParam(defaultValue = "100") @Min(1) @Max(500) int size) {
        return history.page(request, page, size);
    }

    @GetMapping("/summary")
    HistorySummary summary(@Valid @ParameterObject HistoryRequest request) {
        return history.summary(request);
    }

    @GetMapping("/changes.{format}")
    ResponseEntity<byte[]> file(
            @Valid @ParameterObject HistoryRequest request, @PathVariable String format, Principal who) {
        FileFormat wanted = FileFormat.of(format);
        HistoryPage found = history.page(request, 0, LARGEST_TABLE);
        List<Object[]> rows =
                found.changes().stream().map(FleetHistoryController::cells).toList();
        Rows all = new Rows(request.said(clock), rows, found.matching());
        return LIST.in(wanted, all, new Maker(who.getName(), clock.instant()));
    }

    private static Object[] cells(HistoryRow row) {
        return new Object[] {
            row.at(),
            row.device(),
            row.site(),
            row.kind(),
            row.number(),
            row.added(),
            row.modified(),
            row.removed(),
            row.moved(),
            String.join(", ", row.parts()),
            row.change()
                    .map(number -> "C-" + number)
                    .or(() -> row.rollout().map(number -> "rollout " + number))
                    .orElse(""),
            row.who().map(OriginView::people).orElse(""),
            row.who().map(who -> who.sureness().name()).orElse(""),
            row.accounted().map(HistoryRow.Accounted::by).orElse(""),
            row.accounted().map(HistoryRow.Accounted::note).orElse(""),
            row.before(),
            row.after()
        };
    }

    /** @param note why it is all right, or the number of a ticket */
    record AccountInput(
            @NotEmpty @Size(max = 1000) Set<@NotNull Long> revisions,
            @NotNull @Size(max = 500) String note) {}

    record TakeBackInput(@NotEmpty @Size(max = 1000) Set<@NotNull Long> revisions) {}

    @Audited("accounted for what was altered elsewhere")
    @PostMapping("/accounted")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void account(@Valid @RequestBody AccountInput input, Principal principal) {
        accounting.account(input.revisions(), input.note(), principal.getName());
    }

    @Audited("took back that something is accounted for")
    @PostMapping("/not-accounted")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takeBack(@Valid @RequestBody TakeBackInput input) {
        accounting.takeBack(input.revisions());
    }
}
