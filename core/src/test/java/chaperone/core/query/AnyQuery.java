package chaperone.core.query;

import chaperone.core.answer.Answer;
import chaperone.core.query.Query.All;
import chaperone.core.query.Query.Answered;
import chaperone.core.query.Query.Any;
import chaperone.core.query.Query.Has;
import chaperone.core.query.Query.Is;
import chaperone.core.query.Query.Not;
import chaperone.core.query.Query.Ordered;
import chaperone.core.query.Query.Within;
import chaperone.core.query.Query.Word;
import java.util.Arrays;
import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;

/** Queries of every form, with texts that are hard to write. */
final class AnyQuery {
    private static final Arbitrary<String> TEXTS = Arbitraries.oneOf(
            Arbitraries.of(
                    "brkw-core-1",
                    "Brackwater",
                    "and",
                    "NOT",
                    "is",
                    "none",
                    "site",
                    "a b",
                    "\"",
                    "\\",
                    "(x)",
                    "4.2.1",
                    "ö☂",
                    "a,b",
                    "sw-[1-3]",
                    "[",
                    "within",
                    " "),
            Arbitraries.strings().ofMinLength(1).ofMaxLength(6));

    private AnyQuery() {}

    static Arbitrary<Query> queries() {
        return nested(3);
    }

    private static Arbitrary<Query> nested(int depth) {
        if (depth == 0) return leaves();
        Arbitrary<Query> inner = nested(depth - 1);
        return Arbitraries.oneOf(
                leaves(),
                inner.map(Not::new),
                inner.filter(q -> !(q instanceof All))
                        .list()
                        .ofMinSize(2)
                        .ofMaxSize(3)
                        .map(All::new),
                inner.filter(q -> !(q instanceof Any))
                        .list()
                        .ofMinSize(2)
                        .ofMaxSize(3)
                        .map(Any::new));
    }

    private static Arbitrary<Query> leaves() {
        Arbitrary<Field> all = Arbitraries.of(Field.class);
        Arbitrary<Field> texts = all.filter(f -> QueryReader.testsOf(f).contains("has"));
        Arbitrary<List<String>> some = TEXTS.list().ofMinSize(1).ofMaxSize(3);
        return Arbitraries.oneOf(
                TEXTS.map(Word::new),
                Combinators.combine(texts, some).as(AnyQuery::is),
                Combinators.combine(texts, some).as(Has::new),
                some.map(names -> new Is(Field.GROUP, names)),
                Combinators.combine(Arbitraries.of(true, false), TEXTS).as(Ordered::new),
                Combinators.combine(
                                of(Field.Kind.ANSWER),
                                Arbitraries.of(Answer.Kind.class)
                                        .list()
                                        .ofMinSize(1)
                                        .ofMaxSize(3))
                        .as(Answered::new),
                Combinators.combine(
                                of(Field.Kind.MOMENT),
                                Arbitraries.integers().between(0, Age.MOST),
                                Arbitraries.of(Age.Unit.class))
                        .as((field, count, unit) -> new Within(field, new Age(count, unit))));
    }

    private static Arbitrary<Field> of(Field.Kind kind) {
        return Arbitraries.of(
                Arrays.stream(Field.values()).filter(f -> f.kind() == kind).toList());
    }

    /** A name with a wrong range cannot be read; "none" stands for an empty text. */
    private static Query is(Field field, List<String> values) {
        return new Is(
                field,
                values.stream()
                        .map(value -> NameRange.isFor(field)
                                        && NameRange.problem(value).isPresent()
                                ? ""
                                : value)
                        .toList());
    }
}
