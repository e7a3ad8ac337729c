package chaperone.core.query;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;

/**
 * What may be written at a place of a query.
 *
 * @param from where the begun word begins, {@code to} where it ends: an option goes in its place
 */
public record QueryHelp(int from, int to, List<String> options) {
    private static final int MOST = 30;
    private static final List<String> AGES = List.of("1 hour", "12 hours", "1 day", "2 days", "1 week", "4 weeks");

    public QueryHelp {
        options = List.copyOf(options);
    }

    /** @param values those that devices have, by field */
    public static QueryHelp at(String text, int cursor, Function<Field, List<String>> values) {
        String before = text.substring(0, Math.max(0, Math.min(cursor, text.length())));
        int from = begun(before);
        String word = before.substring(from).replace("\"", "").toLowerCase(Locale.ROOT);
        Stream<String> fitting = next(before.substring(0, from), values).stream()
                .filter(option -> option.toLowerCase(Locale.ROOT).contains(word))
                .sorted((a, b) -> Boolean.compare(startsWith(b, word), startsWith(a, word)));
        return new QueryHelp(from, before.length(), fitting.limit(MOST).toList());
    }

    private static boolean startsWith(String option, String word) {
        return option.replace("\"", "").toLowerCase(Locale.ROOT).startsWith(word);
    }

    /** Where the word before the cursor begins, a quoted one at its quotation mark. */
    private static int begun(String before) {
        int from = before.length();
        boolean isQuoted = before.chars().filter(c -> c == '"').count() % 2 == 1;
        if (isQuoted) return before.lastIndexOf('"');
        while (from > 0 && !QueryToken.ends(before.charAt(from - 1))) from--;
        return from;
    }

    private static List<String> next(String before, Function<Field, List<String>> values) {
        List<QueryToken> tokens = tokens(before);
        if (tokens.isEmpty()) return beginnings(false);
        QueryToken last = tokens.get(tokens.size() - 1);
        Optional<Integer> test = openTest(tokens);
        if (test.isPresent()) return valuesFor(tokens, test.get(), values);
        Optional<Field> field = last.kind() == QueryToken.Kind.WORD ? Field.of(last.text()) : Optional.empty();
        if (field.isPresent()) return QueryReader.testsOf(field.get());
        return beginnings(last.isValue() && QueryReader.JOINS.stream().noneMatch(last::isWord)
                || last.kind() == QueryToken.Kind.CLOSE);
    }

    private static List<QueryToken> tokens(String before) {
        try {
            List<QueryToken> tokens = QueryToken.of(before);
            return tokens.subList(0, tokens.size() - 1);
        } catch (QueryProblem e) {
            return List.of();
        }
    }

    /** The place of the test whose next value is missing. */
    private static Optional<Integer> openTest(List<QueryToken> tokens) {
        int at = tokens.size() - 1;
        while (at >= 2 && tokens.get(at).kind() == QueryToken.Kind.COMMA) at -= 2;
        boolean isTest = at >= 1
                && QueryReader.TESTS.stream().anyMatch(tokens.get(at)::isWord)
                && Field.of(tokens.get(at - 1).text()).isPresent();
        return isTest ? Optional.of(at) : Optional.empty();
    }

    private static List<String> valuesFor(List<QueryToken> tokens, int test, Function<Field, List<String>> values) {
        Field field = Field.of(tokens.get(test - 1).text()).orElseThrow();
        if (tokens.get(test).isWord("within")) return AGES;
        if (field.kind() == Field.Kind.ANSWER) return AnswerWord.ALL;
        return values.apply(field).stream().map(QueryWriter::text).distinct().toList();
    }

    private static List<String> beginnings(boolean hasPart) {
        List<String> words = new ArrayList<>();
        if (hasPart) words.addAll(List.of("and", "or"));
        Arrays.stream(Field.values()).map(Field::word).forEach(words::add);
        words.add("not");
        return words;
    }
}
