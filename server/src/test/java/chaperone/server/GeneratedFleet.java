package chaperone.server;

import chaperone.core.answer.Answer;
import chaperone.core.query.Age;
import chaperone.core.query.Field;
import chaperone.core.query.Query;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import org.springframework.jdbc.core.simple.JdbcClient;

/** A fleet and queries as nobody would write them by hand; the same each time for the same beginning. */
final class GeneratedFleet {
    static final int DEVICES = 250;
    private static final List<String> WORDS = List.of(
            "brkw",
            "Core",
            "4.2",
            "4.10.1",
            "quay 48",
            "%",
            "_",
            "\\",
            "none",
            "Ünder",
            "sw-[1-30]",
            "192.0.2.[7-19]",
            "");
    static final List<String> TAGS = List.of("payment", "Quay", "a b", "50%", "x,y");

    private GeneratedFleet() {}

    static void fill(JdbcClient database, long set, Random random) {
        List<Long> sites = List.of("Brackwater", "Cairn Point", "Ünderholm").stream()
                .map(name -> database.sql("insert into site (code, name) values (?, ?) returning id")
                        .params(name.toLowerCase(Locale.ROOT).replaceAll("[^a-z]", "-"), name)
                        .query(Long.class)
                        .single())
                .toList();
        Instant now = Instant.now();
        for (int i = 0; i < DEVICES; i++) {
            Long site = one(random, 1, sites);
            long id = database.sql("""
                            insert into device (name, host, port, platform, site_id, role, model, serial, release,
                              credential_set_id, added_at, last_copy_at, last_failure, changed_at,
                              saved_equals_running, version)
                            values (?, ?, 22, ?, ?, ?, ?, ?, ?, ?, now(), ?, ?, ?, ?, 0) returning id""")
                    .param(one(random, 0, List.of("sw", "brkw-core", "MV-Curlew-sw")) + "-" + i)
                    .param("192.0.2." + i)
                    .param(one(random, 0, List.of("corvane", "pellon")))
                    .param(site)
                    .param(one(random, 0, List.of("core", "Access", "")))
                    .param(one(random, 0, List.of("Quay 48", "quay_24%", "back\\slash", "")))
                    .param(i % 5 == 0 ? "" : "S" + i)
                    .param(one(random, 0, List.of("4.2", "4.10.1", "4.9", "")))
                    .param(set)
                    .param(moment(random, now))
                    .param(random.nextInt(3) == 0 ? "NO_ANSWER" : null)
                    .param(moment(random, now))
                    .param(one(random, 1, List.of(true, false)))
                    .query(Long.class)
                    .single();
            for (String tag : TAGS) {
                if (random.nextInt(4) != 0) continue;
                database.sql("insert into device_tag values (?, ?)")
                        .params(id, tag)
                        .update();
            }
        }
    }

    private static <T> T one(Random random, int nothing, List<T> values) {
        int choice = random.nextInt(values.size() + nothing);
        return choice < values.size() ? values.get(choice) : null;
    }

    /** Half an hour away from every whole hour back, so that no query's edge falls on it while the test runs. */
    private static java.sql.Timestamp moment(Random random, Instant now) {
        int hours = random.nextInt(90);
        return hours > 80 ? null : java.sql.Timestamp.from(now.minus(Duration.ofMinutes(60L * hours + 30)));
    }

    /** @param depth how far conditions lie in one another, at most */
    static Query query(Random random, int depth) {
        if (depth > 0 && random.nextInt(3) > 0) {
            List<Query> parts = List.of(query(random, depth - 1), query(random, depth - 1));
            return switch (random.nextInt(3)) {
                case 0 -> new Query.Not(parts.get(0));
                case 1 -> new Query.All(parts);
                default -> new Query.Any(parts);
            };
        }
        List<Field> texts = List.of(
                Field.NAME,
                Field.ADDRESS,
                Field.SITE,
                Field.ROLE,
                Field.PLATFORM,
                Field.MODEL,
                Field.SERIAL,
                Field.RELEASE,
                Field.TAG);
        List<String> words = new ArrayList<>(WORDS);
        words.addAll(TAGS);
        words.addAll(List.of("brackwater", "CAIRN point", "ünderholm", "access", "corvane", "quay_24%", "4.9"));
        String word = words.get(random.nextInt(words.size()));
        String text = word.isEmpty() ? "w" : word;
        return switch (random.nextInt(7)) {
            case 0 -> new Query.Word(text);
            case 1, 2 -> new Query.Is(texts.get(random.nextInt(texts.size())), List.of(word, "core"));
            case 3 -> new Query.Has(texts.get(random.nextInt(texts.size())), List.of(text));
            case 4 -> new Query.Ordered(random.nextBoolean(), text);
            case 5 ->
                new Query.Answered(
                        random.nextBoolean() ? Field.KEPT : Field.MATCHED,
                        List.of(Answer.Kind.values()[random.nextInt(4)]));
            default ->
                new Query.Within(
                        random.nextBoolean() ? Field.COPIED : Field.CHANGED,
                        new Age(random.nextInt(90), Age.Unit.HOURS));
        };
    }
}
