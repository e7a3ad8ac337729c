package chaperone.server.search;

import chaperone.core.search.LineSearch;
import chaperone.server.document.FileFormat;
import chaperone.server.document.ListFile;
import chaperone.server.document.ListFile.Maker;
import chaperone.server.document.ListFile.Rows;
import chaperone.server.problem.ProblemException;
import chaperone.server.search.ConfigSearch.Found;
import chaperone.server.search.ConfigSearch.PastEdit;
import chaperone.server.search.OtherSearch.OtherFound;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Lines looked for across the fleet. */
@RestController
@RequestMapping("/api/search")
class SearchController {
    private static final int LARGEST_TABLE = 2000;
    private static final List<String> COLUMNS = List.of("device", "site", "line", "text", "path");
    private static final ListFile LIST = new ListFile("lines", "Lines that devices run", COLUMNS, COLUMNS);

    private final ConfigSearch search;
    private final OtherSearch others;
    private final Clock clock;

    SearchController(ConfigSearch search, OtherSearch others, Clock clock) {
        this.search = search;
        this.others = others;
        this.clock = clock;
    }

    /**
     * Which devices have a line now.
     *
     * @param query the words by which devices are chosen; all if left out
     */
    @GetMapping("/lines")
    Found lines(
            @RequestParam @Size(max = LineSearch.LONGEST) String text,
            @RequestParam Optional<@Size(max = 2000) String> query,
            @RequestParam(defaultValue = "0") @Min(0) @Max(10_000) int page,
            @RequestParam(defaultValue = "100") @Min(1) @Max(500) int size) {
        return search.find(text, query.filter(said -> !said.isBlank()), page, size);
    }

    @GetMapping("/lines.{format}")
    ResponseEntity<byte[]> file(
            @RequestParam @Size(max = LineSearch.LONGEST) String text,
            @RequestParam Optional<@Size(max = 2000) String> query,
            @PathVariable String format,
            Principal who) {
        FileFormat wanted = FileFormat.of(format);
        Found found = search.find(text, query.filter(said -> !said.isBlank()), 0, LARGEST_TABLE);
        List<Object[]> rows = found.lines().stream()
                .flatMap(same -> same.places().stream().map(place -> new Object[] {
                    place.device(), place.site(), place.line() + 1, same.text(), String.join(" / ", same.path())
                }))
                .toList();
        String said = "Looked for \u201C" + text.strip() + "\u201D"
                + query.filter(each -> !each.isBlank())
                        .map(each -> " on devices: " + each.strip())
                        .orElse("")
                + "; found on %,d.".formatted(found.devices());
        // Devices are counted, and each has a row or more.
        long more = Math.max(0, found.devices() - LARGEST_TABLE);
        Rows all = new Rows(said, rows, rows.size() + more);
        Optional<String> lack = found.lack();
        if (wanted.isForPrograms()) lack.ifPresent(SearchController::refuse);
        return LIST.in(wanted, all.with(lack), new Maker(who.getName(), clock.instant()));
    }

    private static void refuse(String lack) {
        throw new ProblemException(
                HttpStatus.UNPROCESSABLE_CONTENT, "not-whole", lack, "Look for a longer text, or on fewer devices.");
    }

    /** Names, addresses, tags, facts, labels, notes and rows of tables; a MAC address in groups of any kind. */
    @GetMapping("/others")
    List<OtherFound> others(
            @RequestParam @Size(min = 2, max = LineSearch.LONGEST) String text,
            @RequestParam Optional<@Size(max = 2000) String> query) {
        return others.find(text, query.filter(said -> !said.isBlank()));
    }

    /**
     * When a line came, was altered, or went, and who did it.
     *
     * @param until what was seen later is left out
     */
    @GetMapping("/past")
    List<PastEdit> past(
            @RequestParam @Size(min = 2, max = LineSearch.LONGEST) String text,
            @RequestParam Optional<@Size(max = 2000) String> query,
            @RequestParam Optional<Instant> until,
            @RequestParam(defaultValue = "0") @Min(0) @Max(10_000) int page,
            @RequestParam(defaultValue = "100") @Min(1) @Max(500) int size) {
        Instant now = clock.instant();
        Instant last =
                until.filter(now::isAfter).filter(Instant.EPOCH::isBefore).orElse(now);
        return search.past(text, query.filter(said -> !said.isBlank()), last, page, size);
    }
}
