package chaperone.server.search;

import chaperone.core.config.ConfigDocument;
import chaperone.core.config.Grammar;
import chaperone.core.search.Hit;
import chaperone.core.search.LineSearch;
import chaperone.server.origin.OriginView;
import chaperone.server.origin.Origins;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.query.ChosenDevices;
import chaperone.server.query.LikePattern;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Looks for lines in what all devices run, and in what was done to it. */
@Repository
class ConfigSearch {
    /** So many lines of one device are told. */
    private static final int MOST_HITS = 100;
    /** So many configurations are read for one answer, when it takes reading to know which are meant. */
    private static final int MOST_READ = 2000;

    private static final int AT_ONCE = 200;
    private static final int NAMED = 20;
    /** A configuration that nobody has looked at for so long may be another by now. */
    private static final Duration OLD = Duration.ofHours(26);

    private static final String TEXTS = """
            select d.id, d.name, coalesce(s.name, '') as site, d.platform, t.shown
            from config_text t join device d on d.id = t.device_id left join site s on s.id = d.site_id
            where t.masks = any (:masks) and starts_with(t.masks, d.platform || ':')%s order by d.name limit :most offset :skip""";
    private static final String COUNT = """
            select count(*) from config_text t join device d on d.id = t.device_id where t.masks = any (:masks) and starts_with(t.masks, d.platform || ':')%s""";
    private static final String NOT_SEARCHED = """
            select d.name, case when t.device_id is null then 'NO_COPY' when d.incomplete <> '' then 'PART'
              else 'OLD' end as why
            from device d left join config_text t on t.device_id = d.id and t.masks = any (:masks)
              and starts_with(t.masks, d.platform || ':')
            where (t.device_id is null or d.incomplete <> '' or coalesce(d.checked_at, 'epoch') < :old)%s
            order by 2, 1""";
    private static final String PAST = """
            select e.*, d.name, r.number, r.first_copy_at, r.id as revision
            from revision_edit e join revision r on r.id = e.revision_id join device d on d.id = r.device_id
            where e.masks = any (:masks) and starts_with(e.masks, d.platform || ':') and r.kind = 'RUNNING' and r.first_copy_at <= :until
              and lower(e.before || chr(10) || e.after) like :words%s
            order by r.first_copy_at desc, e.revision_id desc, e.place limit :size offset :skip""";

    private final JdbcClient database;
    private final PlatformRegistry platforms;
    private final ChosenDevices chosen;
    private final Origins origins;
    private final Clock clock;

    ConfigSearch(JdbcClient database, PlatformRegistry platforms, ChosenDevices chosen, Origins origins, Clock clock) {
        this.database = database;
        this.platforms = platforms;
        this.chosen = chosen;
        this.origins = origins;
        this.clock = clock;
    }

    /** @param before the line above, {@code after} the one below; empty at the ends */
    record Place(String device, String site, int line, String before, String after) {}

    /** The same line at the same place in the configuration, on all devices that have it. */
    record Same(String text, List<String> path, List<Place> places) {}

    /** Of these devices it is not known what they run; {@code names} are the first of them. */
    record NotSearched(String why, long devices, List<String> names) {}

    /**
     * @param devices how many hold what was looked for; if {@code isCounted} is false at least so many
     * @param lack what the lines do not tell, in words; absent if they are all there are
     * @param lines the hits of this page of devices, grouped
     */
    record Found(
            long devices, boolean isCounted, Optional<String> lack, List<Same> lines, List<NotSearched> notSearched) {

        static Found of(long devices, boolean isCounted, List<Same> lines, List<NotSearched> notSearched) {
            Optional<String> unread = isCounted
                    ? Optional.empty()
                    : Optional.of("Only the first %,d configurations that may have it were read.".formatted(MOST_READ));
            return new Found(devices, isCounted, unread.or(() -> untold(lines)), lines, notSearched);
        }

        private static Optional<String> untold(List<Same> lines) {
            return lines.stream()
                    .flatMap(same -> same.places().stream())
                    .collect(Collectors.groupingBy(Place::device, TreeMap::new, Collectors.counting()))
                    .entrySet()
                    .stream()
                    .filter(entry -> entry.getValue() >= MOST_HITS)
                    .map(entry -> "Of %s only the first %d lines are told.".formatted(entry.getKey(), MOST_HITS))
                    .findFirst();
        }
    }

    /** What was done to a statement, when it was seen, and who may have done it. */
    record PastEdit(
            String device,
            int number,
            Instant at,
            String kind,
            String path,
            String before,
            String after,
            Optional<OriginView> who) {}

    /** Without the text: many of them are held at a time. */
    private record Searched(String device, List<Hit> hits, List<Place> places) {}

    /** @param page of devices that have hits, from 0 */
    @Transactional(readOnly = true)
    public Found find(String text, Optional<String> query, int page, int size) {
        LineSearch search = read(text);
        Asked asked = new Asked(search.needed(), query);
        // What the index tells is exact for plain words; all else takes reading, from the beginning.
        if (!search.isPlain()) return findByReading(asked, search, page, size);
        List<Searched> shown = read(asked, search, (long) page * size, size, MOST_HITS);
        return Found.of(count(asked), true, grouped(shown), notSearched(asked));
    }

    private Found findByReading(Asked asked, LineSearch search, int page, int size) {
        long first = (long) page * size;
        List<Searched> shown = new ArrayList<>();
        long devices = 0;
        for (int skip = 0; skip < MOST_READ; skip += AT_ONCE) {
            // Of those that are not on the page it is enough to know that they have one.
            boolean mayBeShown = devices < first + size && devices + AT_ONCE > first;
            List<Searched> some = read(asked, search, skip, AT_ONCE, mayBeShown ? MOST_HITS : 1);
            for (Searched each : some) {
                if (each.hits().isEmpty()) continue;
                if (devices >= first && devices < first + size) shown.add(each);
                devices++;
            }
            if (some.size() < AT_ONCE) return Found.of(devices, true, grouped(shown), notSearched(asked));
        }
        return Found.of(devices, count(asked) <= MOST_READ, grouped(shown), notSearched(asked));
    }

    private static LineSearch read(String text) {
        LineSearch.Outcome outcome = LineSearch.read(text);
        if (outcome instanceof LineSearch.Outcome.Wanted wanted) return wanted.search();
        String message = ((LineSearch.Outcome.Mistake) outcome).message();
        throw new ProblemException(
                HttpStatus.BAD_REQUEST,
                "search",
                message,
                "Write a text, /an expression/, \"vlan 340 under port\", \"port without text\" or \"address within"
                        + " 192.0.2.0/24\".",
                Map.of("field", "text"));
    }

    private List<Searched> read(Asked asked, LineSearch search, long skip, int most, int mostHits) {
        return database.sql(TEXTS.formatted(asked.conditions()))
                .params(asked.params)
                .param("most", most)
                .param("skip", skip)
                .query((row, number) -> {
                    Grammar grammar = platforms.get(row.getString("platform")).grammar();
                    ConfigDocument document = ConfigDocument.read(grammar, row.getString("shown"));
                    String name = row.getString("name");
                    String site = row.getString("site");
                    List<Hit> hits = search.in(document, mostHits);
                    return new Searched(
                            name,
                            hits,
                            hits.stream()
                                    .map(hit -> place(name, site, document, hit.line()))
                                    .toList());
                })
                .list();
    }

    private long count(Asked asked) {
        return database.sql(COUNT.formatted(asked.conditions()))
                .params(asked.params)
                .query(Long.class)
                .single();
    }

    /** What most devices have comes first. */
    private static List<Same> grouped(List<Searched> found) {
        Map<List<Object>, Same> same = new LinkedHashMap<>();
        for (Searched each : found) {
            for (int i = 0; i < each.hits().size(); i++) {
                Hit hit = each.hits().get(i);
                same.computeIfAbsent(
                                List.of(hit.path(), hit.text()),
                                key -> new Same(hit.text(), hit.path(), new ArrayList<>()))
                        .places()
                        .add(each.places().get(i));
            }
        }
        return same.values().stream()
                .sorted((one, other) -> other.places().size() - one.places().size())
                .toList();
    }

    private static Place place(String device, String site, ConfigDocument document, int line) {
        return new Place(
                device,
                site,
                line,
                line > 0 ? document.line(line - 1).strip() : "",
                line + 1 < document.lineCount() ? document.line(line + 1).strip() : "");
    }

    private List<NotSearched> notSearched(Asked asked) {
        Map<String, List<String>> byReason = new LinkedHashMap<>();
        database.sql(NOT_SEARCHED.formatted(asked.ofQuery("d.id")))
                .params(asked.params)
                .param("old", Timestamp.from(clock.instant().minus(OLD)))
                .query(row -> {
                    byReason.computeIfAbsent(row.getString("why"), why -> new ArrayList<>())
                            .add(row.getString("name"));
                });
        return byReason.entrySet().stream()
                .map(entry -> new NotSearched(
                        entry.getKey(),
                        entry.getValue().size(),
                        entry.getValue().stream().limit(NAMED).toList()))
                .toList();
    }

    /** Statements that came, went or were altered and held a text, until a moment; the newest first. */
    @Transactional(readOnly = true)
    public List<PastEdit> past(String text, Optional<String> query, Instant until, int page, int size) {
        Asked asked = new Asked(List.of(), query);
        List<PastRow> rows = database.sql(PAST.formatted(asked.ofQuery("r.device_id")))
                .params(asked.params)
                .param("words", LikePattern.around(text.strip().toLowerCase(Locale.ROOT)))
                .param("until", Timestamp.from(until))
                .param("size", size)
                .param("skip", (long) page * size)
                .query((row, number) -> new PastRow(
                        row.getLong("revision"),
                        new PastEdit(
                                row.getString("name"),
                                row.getInt("number"),
                                row.getTimestamp("first_copy_at").toInstant(),
                                row.getString("kind"),
                                row.getString("path"),
                                row.getString("before"),
                                row.getString("after"),
                                Optional.empty())))
                .list();
        Map<Long, OriginView> who =
                origins.views(rows.stream().map(PastRow::revision).distinct().toList());
        return rows.stream()
                .map(row -> row.with(Optional.ofNullable(who.get(row.revision()))))
                .toList();
    }

    private record PastRow(long revision, PastEdit edit) {
        PastEdit with(Optional<OriginView> who) {
            return new PastEdit(
                    edit.device(),
                    edit.number(),
                    edit.at(),
                    edit.kind(),
                    edit.path(),
                    edit.before(),
                    edit.after(),
                    who);
        }
    }

    /** What is asked in the database's words. */
    private final class Asked {
        private final Map<String, Object> params = new HashMap<>();
        private final List<String> needed;

        /** @param needed texts that a configuration must hold */
        Asked(List<String> needed, Optional<String> query) {
            this.needed = needed;
            params.put("masks", platforms.masksInForce());
            query.ifPresent(
                    said -> params.put("devices", chosen.idsMeantBy(said).toArray(Long[]::new)));
            for (int i = 0; i < needed.size(); i++) params.put("needed" + i, LikePattern.around(needed.get(i)));
        }

        String conditions() {
            StringBuilder all = new StringBuilder(ofQuery("d.id"));
            for (int i = 0; i < needed.size(); i++)
                all.append(" and lower(t.shown) like :needed").append(i);
            return all.toString();
        }

        String ofQuery(String device) {
            return params.containsKey("devices") ? " and " + device + " = any (:devices)" : "";
        }
    }
}
