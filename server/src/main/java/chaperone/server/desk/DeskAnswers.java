package chaperone.server.desk;

import chaperone.core.answer.Answer;
import chaperone.core.answer.Question;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** The four questions by site: how many devices give which answer. */
@Repository
class DeskAnswers {
    private static final String READ = """
            select coalesce(s.name, '') as site, a.question, a.kind, count(*) as devices
            from device d join device_answer a on a.device_id = d.id left join site s on s.id = d.site_id
            group by 1, 2, 3 order by lower(coalesce(s.name, '')), 1""";

    private final JdbcClient database;

    DeskAnswers(JdbcClient database) {
        this.database = database;
    }

    /**
     * @param site empty for devices that have none
     * @param answers how many give which; those that nobody gives are left out
     */
    record SiteAnswers(String site, Map<Question, Map<Answer.Kind, Long>> answers) {}

    @Transactional(readOnly = true)
    public List<SiteAnswers> bySite() {
        Map<String, Map<Question, Map<Answer.Kind, Long>>> sites = new LinkedHashMap<>();
        database.sql(READ).query(row -> {
            sites.computeIfAbsent(row.getString("site"), site -> new EnumMap<>(Question.class))
                    .computeIfAbsent(
                            Question.valueOf(row.getString("question")), question -> new EnumMap<>(Answer.Kind.class))
                    .put(Answer.Kind.valueOf(row.getString("kind")), row.getLong("devices"));
        });
        List<SiteAnswers> all = new ArrayList<>();
        sites.forEach((site, answers) -> all.add(new SiteAnswers(site, answers)));
        return all;
    }
}
