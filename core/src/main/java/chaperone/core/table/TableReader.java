package chaperone.core.table;

import chaperone.core.table.Table.Row;
import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * Finds the rows of a table in what a device answers: each place that the pattern matches is a row, its named groups are
 * the cells. Matching is linear in the answer (RE2).
 *
 * @param request asks the device for the table
 * @param row a pattern with a group {@code (?P<column>…)} for each column that the device tells
 */
public record TableReader(TableKind kind, String request, Pattern row) {
    /** More rows than a device of a fleet has; what comes behind them is left out. */
    public static final int MOST_ROWS = 200_000;

    public Table read(String answer) {
        Map<String, Integer> groups = row.namedGroups();
        List<Row> rows = new ArrayList<>();
        Matcher matcher = row.matcher(answer);
        while (rows.size() < MOST_ROWS && matcher.find()) rows.add(rowOf(matcher, groups));
        return new Table(kind, rows);
    }

    private Row rowOf(Matcher matcher, Map<String, Integer> groups) {
        return new Row(
                kind,
                kind.columns().stream()
                        .map(column -> cell(matcher, groups.get(column)))
                        .toList());
    }

    private static String cell(Matcher matcher, @org.jspecify.annotations.Nullable Integer group) {
        if (group == null) return "";
        String cell = matcher.group(group);
        return cell == null ? "" : cell;
    }
}
