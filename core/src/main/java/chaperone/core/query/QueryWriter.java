package chaperone.core.query;

import chaperone.core.query.Query.All;
import chaperone.core.query.Query.Answered;
import chaperone.core.query.Query.Any;
import chaperone.core.query.Query.Every;
import chaperone.core.query.Query.Has;
import chaperone.core.query.Query.Is;
import chaperone.core.query.Query.Not;
import chaperone.core.query.Query.Ordered;
import chaperone.core.query.Query.Within;
import chaperone.core.query.Query.Word;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Writes a query in its plainest form: reading it gives the same query. */
public final class QueryWriter {
    private static final List<String> RESERVED = Stream.of(QueryReader.JOINS, QueryReader.TESTS, List.of("none"))
            .flatMap(List::stream)
            .toList();

    private QueryWriter() {}

    public static String write(Query query) {
        if (query instanceof Any any) return joined(any.parts(), " or ");
        if (query instanceof All all) return joined(all.parts(), " and ");
        return part(query);
    }

    private static String joined(List<Query> parts, String by) {
        return parts.stream().map(QueryWriter::part).collect(Collectors.joining(by));
    }

    private static String part(Query query) {
        if (query instanceof Every) return "";
        if (query instanceof Not not) return "not " + part(not.part());
        if (query instanceof Word word) return text(word.text());
        if (query instanceof Is is) return is.field().word() + " is " + texts(is.values());
        if (query instanceof Has has) return has.field().word() + " has " + texts(has.values());
        if (query instanceof Ordered order)
            return "release " + (order.isBelow() ? "below " : "above ") + text(order.release());
        if (query instanceof Within within)
            return within.field().word() + " within " + within.age().words();
        if (query instanceof Answered answered) {
            return answered.field().word() + " is "
                    + answered.answers().stream().map(AnswerWord::of).collect(Collectors.joining(", "));
        }
        return "(" + write(query) + ")";
    }

    private static String texts(List<String> texts) {
        return texts.stream().map(QueryWriter::text).collect(Collectors.joining(", "));
    }

    /** A text as a value of a query. */
    public static String text(String text) {
        if (text.isEmpty()) return "none";
        boolean hasOpenRange = text.lastIndexOf('[') > text.lastIndexOf(']');
        boolean isPlain = !hasOpenRange && !RESERVED.contains(text.toLowerCase(Locale.ROOT)) && isOneWord(text);
        return isPlain ? text : "\"" + text.replace("\\", "\\\\").replace("\"", "\\\"") + "\"";
    }

    private static boolean isOneWord(String text) {
        try {
            List<QueryToken> tokens = QueryToken.of(text);
            return tokens.size() == 2
                    && tokens.get(0).kind() == QueryToken.Kind.WORD
                    && tokens.get(0).text().equals(text);
        } catch (QueryProblem e) {
            return false;
        }
    }
}
