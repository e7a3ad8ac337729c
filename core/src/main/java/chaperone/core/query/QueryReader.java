package chaperone.core.query;

import chaperone.core.answer.Answer;
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
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Reads a query, by recursive descent in time linear in its length:
 *
 * <pre>
 * query = both { "or" both }
 * both  = part { ["and"] part }
 * part  = "not" part | "(" query ")" | test | word
 * test  = field "is" value { "," value } | field "has" value { "," value }
 *       | "release" ("below" | "above") value | moment "within" number unit
 * </pre>
 *
 * A word that is a field's name begins a test only where one of the words of a test follows it.
 */
public final class QueryReader {
    public static final int LONGEST = 2000;
    private static final int DEEPEST = 50;
    static final List<String> TESTS = List.of("is", "has", "below", "above", "within");
    static final List<String> JOINS = List.of("and", "or", "not");

    private final List<QueryToken> tokens;
    private int next;
    private int depth;

    private QueryReader(List<QueryToken> tokens) {
        this.tokens = tokens;
    }

    public static Query read(String text) throws QueryProblem {
        if (text.length() > LONGEST) {
            throw new QueryProblem(LONGEST, text.length() - LONGEST, "A query has at most " + LONGEST + " characters.");
        }
        QueryReader reader = new QueryReader(QueryToken.of(text));
        if (reader.peek().kind() == QueryToken.Kind.END) return new Every();
        Query query = reader.either();
        QueryToken rest = reader.peek();
        if (rest.kind() == QueryToken.Kind.CLOSE) throw problem(rest, "No bracket is open here.");
        if (rest.kind() != QueryToken.Kind.END) throw problem(rest, "A word or a test is missing before it.");
        return query;
    }

    private Query either() throws QueryProblem {
        List<Query> parts = new ArrayList<>(List.of(both()));
        while (peek().isWord("or")) {
            take();
            parts.add(both());
        }
        return parts.size() == 1 ? parts.get(0) : new Any(flat(parts, Any.class));
    }

    private Query both() throws QueryProblem {
        List<Query> parts = new ArrayList<>(List.of(part()));
        while (true) {
            QueryToken token = peek();
            if (token.isWord("and")) take();
            else if (!begins(token)) break;
            parts.add(part());
        }
        return parts.size() == 1 ? parts.get(0) : new All(flat(parts, All.class));
    }

    private static boolean begins(QueryToken token) {
        return token.isValue() && !token.isWord("or") || token.kind() == QueryToken.Kind.OPEN;
    }

    /** Brackets around parts of the same kind mean nothing. */
    private static List<Query> flat(List<Query> parts, Class<? extends Query> kind) {
        List<Query> flat = new ArrayList<>();
        for (Query part : parts) {
            if (kind.isInstance(part) && part instanceof All all) flat.addAll(all.parts());
            else if (kind.isInstance(part) && part instanceof Any any) flat.addAll(any.parts());
            else flat.add(part);
        }
        return flat;
    }

    private Query part() throws QueryProblem {
        QueryToken token = peek();
        if (++depth > DEEPEST) throw problem(token, "Brackets and \"not\" may be " + DEEPEST + " deep.");
        try {
            if (token.isWord("not")) {
                take();
                return new Not(part());
            }
            if (token.kind() == QueryToken.Kind.OPEN) return bracketed(take());
            if (!token.isValue() || token.isWord("and") || token.isWord("or")) {
                throw problem(token, "Here a word, a field or a bracket is missing.");
            }
            return wordOrTest(take());
        } finally {
            depth--;
        }
    }

    private Query bracketed(QueryToken open) throws QueryProblem {
        Query inner = either();
        if (peek().kind() != QueryToken.Kind.CLOSE) throw problem(open, "This bracket is not closed.");
        take();
        return inner;
    }

    private Query wordOrTest(QueryToken first) throws QueryProblem {
        QueryToken test = peek();
        if (first.kind() == QueryToken.Kind.QUOTED || TESTS.stream().noneMatch(test::isWord)) {
            if (first.text().isEmpty()) throw problem(first, "An empty text occurs everywhere.");
            return new Word(first.text());
        }
        Field field = Field.of(first.text())
                .orElseThrow(() -> problem(
                        first,
                        "No field is called so. Fields: "
                                + Arrays.stream(Field.values()).map(Field::word).collect(Collectors.joining(", "))
                                + "."));
        String word = take().text().toLowerCase(Locale.ROOT);
        if (!testsOf(field).contains(word)) {
            throw problem(test, "After \"" + field.word() + "\" goes " + String.join(" or ", testsOf(field)) + ".");
        }
        return switch (word) {
            case "is" ->
                field.kind() == Field.Kind.ANSWER
                        ? answered(field)
                        : new Is(field, values(field, field != Field.GROUP));
            case "has" -> new Has(field, values(field, false));
            case "within" -> new Within(field, age());
            default -> new Ordered(word.equals("below"), value().text());
        };
    }

    /** The words that may follow a field. */
    static List<String> testsOf(Field field) {
        return switch (field.kind()) {
            case TEXT -> List.of("is", "has");
            case RELEASE -> List.of("is", "has", "below", "above");
            case ANSWER, GROUP -> List.of("is");
            case MOMENT -> List.of("within");
        };
    }

    private List<String> values(Field field, boolean mayBeNone) throws QueryProblem {
        List<String> values = new ArrayList<>();
        do {
            if (!values.isEmpty()) take();
            QueryToken token = value();
            if (token.text().isEmpty() && !mayBeNone) throw problem(token, "An empty text occurs everywhere.");
            if (mayBeNone && NameRange.isFor(field)) checkRange(token);
            values.add(mayBeNone && token.isWord("none") ? "" : token.text());
        } while (peek().kind() == QueryToken.Kind.COMMA);
        return values;
    }

    private static void checkRange(QueryToken token) throws QueryProblem {
        Optional<String> wrong = NameRange.problem(token.text());
        if (wrong.isPresent()) throw problem(token, wrong.get());
    }

    private Query answered(Field field) throws QueryProblem {
        List<Answer.Kind> answers = new ArrayList<>();
        do {
            if (!answers.isEmpty()) take();
            QueryToken token = value();
            answers.add(AnswerWord.of(token.text())
                    .orElseThrow(() -> problem(token, "The answers are " + String.join(", ", AnswerWord.ALL) + ".")));
        } while (peek().kind() == QueryToken.Kind.COMMA);
        return new Answered(field, answers);
    }

    private Age age() throws QueryProblem {
        QueryToken count = value();
        if (!count.text().matches("[0-9]{1,5}") || Integer.parseInt(count.text()) > Age.MOST) {
            throw problem(count, "Here a number up to " + Age.MOST + " is missing, such as in \"within 2 days\".");
        }
        QueryToken unit = peek();
        Age.Unit length = Age.Unit.of(unit.text())
                .filter(known -> unit.isValue())
                .orElseThrow(() -> problem(unit, "Here minutes, hours, days or weeks is missing."));
        take();
        return new Age(Integer.parseInt(count.text()), length);
    }

    private QueryToken value() throws QueryProblem {
        QueryToken token = peek();
        boolean isJoin = JOINS.stream().anyMatch(token::isWord);
        if (!token.isValue() || isJoin) throw problem(token, "Here a value is missing.");
        return take();
    }

    private QueryToken peek() {
        return tokens.get(next);
    }

    private QueryToken take() {
        return tokens.get(next++);
    }

    private static QueryProblem problem(QueryToken token, String message) {
        return new QueryProblem(token.position(), token.end() - token.position(), message);
    }
}
