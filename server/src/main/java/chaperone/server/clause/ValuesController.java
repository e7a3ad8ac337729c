package chaperone.server.clause;

import chaperone.server.document.FileFormat;
import chaperone.server.document.ListFile;
import chaperone.server.document.ListFile.Maker;
import chaperone.server.document.ListFile.Rows;
import chaperone.server.site.Site;
import chaperone.server.site.SiteRepository;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What sites fill into the fields of a standard, as a table with a row a site. */
@RestController
@RequestMapping("/api/site-values")
class ValuesController {
    private static final int LONGEST = 500_000;

    private final SiteRepository sites;
    private final Clock clock;

    ValuesController(SiteRepository sites, Clock clock) {
        this.sites = sites;
        this.clock = clock;
    }

    record ValuesInput(@NotNull @Size(max = LONGEST) String csv) {}

    record ValuesView(Map<String, Map<String, String>> values) {}

    /** What a table says; nothing is kept. */
    @PostMapping("/read")
    ValuesView read(@Valid @RequestBody ValuesInput input) {
        return new ValuesView(ValuesCsv.read(input.csv(), names().collect(Collectors.toSet())));
    }

    /** The values of a text that is being written, as CSV: every site, and every field that its clauses have. */
    @PostMapping("/table")
    ResponseEntity<byte[]> table(@Valid @RequestBody StandardText text, Principal who) {
        List<String> columns =
                Stream.concat(Stream.of(ValuesCsv.SITE), text.fields().stream()).toList();
        List<Object[]> rows = names().map(site -> Stream.concat(
                                Stream.of(site),
                                text.fields().stream()
                                        .map(field -> text.valuesAt(site).getOrDefault(field, "")))
                        .toArray())
                .toList();
        return new ListFile("site-values", "Values of the sites", columns, columns)
                .in(FileFormat.CSV, Rows.all("", rows), new Maker(who.getName(), clock.instant()));
    }

    private Stream<String> names() {
        return sites.findAll().stream().map(Site::name).sorted();
    }
}
