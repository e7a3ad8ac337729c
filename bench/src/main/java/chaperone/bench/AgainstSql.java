package chaperone.bench;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** The API against statements that somebody would write by hand to know the same, turn by turn. */
final class AgainstSql {
    private final Connection database;
    private final List<String> byHand;

    /** @param share of the time of the SQL; both are the middle of all rounds */
    record Figures(double millis, double share) {}

    /** @param byHand the second one counts how many match */
    AgainstSql(Connection database, List<String> byHand) {
        this.database = database;
        this.byHand = byHand;
    }

    Figures measure(Runnable ours, int warmUps, int rounds) throws SQLException {
        List<Double> shares = new ArrayList<>();
        List<Double> millis = new ArrayList<>();
        for (int round = -warmUps; round < rounds; round++) {
            long start = System.nanoTime();
            ours.run();
            long between = System.nanoTime();
            matching();
            long end = System.nanoTime();
            if (round < 0) continue;
            shares.add((between - start) / (double) (end - between));
            millis.add((between - start) / 1e6);
        }
        return new Figures(middle(millis), middle(shares));
    }

    private static double middle(List<Double> values) {
        values.sort(Comparator.naturalOrder());
        return values.get(values.size() / 2);
    }

    /** Reads every value of every row. */
    int matching() throws SQLException {
        int matching = 0;
        for (String sql : byHand) {
            try (PreparedStatement statement = database.prepareStatement(sql);
                    ResultSet rows = statement.executeQuery()) {
                int columns = rows.getMetaData().getColumnCount();
                while (rows.next()) {
                    for (int column = 1; column <= columns; column++) rows.getString(column);
                    if (sql.equals(byHand.get(1))) matching = rows.getInt(1);
                }
            }
        }
        return matching;
    }
}
