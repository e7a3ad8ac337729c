package chaperone.server.desk;

import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** How each account likes its desk. */
@Repository
class DeskLayouts {
    private static final String KEEP = """
            insert into desk_layout (account, main, side, hidden) values (:account, :main, :side, :hidden)
            on conflict (account) do update
              set main = excluded.main, side = excluded.side, hidden = excluded.hidden""";

    private final JdbcClient database;

    DeskLayouts(JdbcClient database) {
        this.database = database;
    }

    @Transactional(readOnly = true)
    public DeskLayout of(String account) {
        return database.sql("select main, side, hidden from desk_layout where account = :account")
                .param("account", account)
                .query((row, number) -> new DeskLayout(
                                parts(row.getString("main")),
                                parts(row.getString("side")),
                                parts(row.getString("hidden")))
                        .whole())
                .optional()
                .orElse(DeskLayout.USUAL);
    }

    @Transactional
    public void keep(String account, DeskLayout layout) {
        DeskLayout whole = layout.whole();
        database.sql(KEEP)
                .param("account", account)
                .param("main", words(whole.main()))
                .param("side", words(whole.side()))
                .param("hidden", words(whole.hidden()))
                .update();
    }

    private static String words(List<DeskPart> parts) {
        return parts.stream().map(DeskPart::name).collect(Collectors.joining(" "));
    }

    /** A part that there is no more is forgotten. */
    private static List<DeskPart> parts(String words) {
        return Stream.of(words.split(" "))
                .flatMap(word ->
                        Stream.of(DeskPart.values()).filter(part -> part.name().equals(word)))
                .toList();
    }
}
