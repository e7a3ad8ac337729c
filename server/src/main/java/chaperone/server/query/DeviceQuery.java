package chaperone.server.query;

import chaperone.core.answer.Answer;
import chaperone.core.answer.Question;
import chaperone.core.query.Field;
import chaperone.core.query.NameRange;
import chaperone.core.query.Query;
import chaperone.core.query.Query.All;
import chaperone.core.query.Query.Answered;
import chaperone.core.query.Query.Any;
import chaperone.core.query.Query.Has;
import chaperone.core.query.Query.Is;
import chaperone.core.query.Query.Not;
import chaperone.core.query.Query.Ordered;
import chaperone.core.query.Query.Within;
import chaperone.core.query.Query.Word;
import chaperone.core.query.QueryAnswer;
import chaperone.server.credential.CredentialSet;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.DeviceAnswer;
import chaperone.server.site.SiteTree;
import jakarta.persistence.criteria.CriteriaBuilder;
import jakarta.persistence.criteria.CriteriaQuery;
import jakarta.persistence.criteria.Expression;
import jakarta.persistence.criteria.From;
import jakarta.persistence.criteria.JoinType;
import jakarta.persistence.criteria.MapJoin;
import jakarta.persistence.criteria.Path;
import jakarta.persistence.criteria.Predicate;
import jakarta.persistence.criteria.Root;
import jakarta.persistence.criteria.Subquery;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Stream;

/** A query as a condition of the database; it answers as {@link QueryAnswer} does. */
final class DeviceQuery {
    private final Root<Device> device;
    private final CriteriaQuery<?> statement;
    private final CriteriaBuilder builder;
    private final Supplier<List<String>> releases;
    private final Supplier<SiteTree> sites;
    private final Instant now;

    /**
     * @param releases those that the fleet has: their order is not the database's
     * @param sites all of them: which lies in which is not the database's either
     */
    DeviceQuery(
            Root<Device> device,
            CriteriaQuery<?> statement,
            CriteriaBuilder builder,
            Supplier<List<String>> releases,
            Supplier<SiteTree> sites,
            Instant now) {
        this.device = device;
        this.statement = statement;
        this.builder = builder;
        this.releases = releases;
        this.sites = sites;
        this.now = now;
    }

    Predicate condition(Query query) {
        if (query instanceof All all) return builder.and(conditions(all.parts()));
        if (query instanceof Any any) return builder.or(conditions(any.parts()));
        if (query instanceof Not not) return builder.not(condition(not.part()));
        if (query instanceof Word word) return word(word.text());
        if (query instanceof Is is) return is(is.field(), is.values());
        if (query instanceof Has has) return any(has.values(), part -> has(has.field(), part));
        if (query instanceof Answered answered)
            return answered(Question.valueOf(answered.field().name()), answered.answers());
        if (query instanceof Ordered ordered) return ordered(ordered);
        if (query instanceof Within within) {
            Path<Instant> moment = moment(within.field());
            // With "not" around it, a moment that never was must be no rather than unknown.
            return builder.and(
                    moment.isNotNull(),
                    builder.greaterThanOrEqualTo(moment, now.minus(within.age().duration())));
        }
        return builder.conjunction();
    }

    private Predicate[] conditions(List<Query> parts) {
        return parts.stream().map(this::condition).toArray(Predicate[]::new);
    }

    private <T> Predicate any(List<T> values, Function<T, Predicate> condition) {
        return builder.or(values.stream().map(condition).toArray(Predicate[]::new));
    }

    private Predicate word(String text) {
        return any(QueryAnswer.SEARCHED, field -> has(field, text));
    }

    private Predicate is(Field field, List<String> values) {
        List<String> wanted = values.stream()
                .flatMap(value -> NameRange.isFor(field) ? NameRange.expand(value).stream() : Stream.of(value))
                .map(value -> value.toLowerCase(Locale.ROOT))
                .toList();
        if (field == Field.SITE) return atSites(sites.get().namesWithin(wanted::contains), wanted.contains(""));
        if (field != Field.TAG) return builder.lower(text(field)).in(wanted);
        Predicate tagged = tagged(tag -> builder.lower(tag).in(wanted));
        return wanted.contains("") ? builder.or(tagged, builder.not(tagged(tag -> builder.conjunction()))) : tagged;
    }

    private Predicate has(Field field, String part) {
        String pattern = "%" + part.toLowerCase(Locale.ROOT).replaceAll("([\\\\%_])", "\\\\$1") + "%";
        if (field == Field.SITE) {
            String lower = part.toLowerCase(Locale.ROOT);
            return atSites(sites.get().namesWithin(name -> name.contains(lower)), false);
        }
        if (field == Field.TAG) return tagged(tag -> builder.like(builder.lower(tag), pattern, '\\'));
        return builder.like(builder.lower(text(field)), pattern, '\\');
    }

    private Predicate atSites(Set<String> names, boolean orAtNone) {
        Set<String> wanted = new HashSet<>(names);
        if (orAtNone) wanted.add("");
        if (wanted.isEmpty()) return builder.disjunction();
        return builder.lower(siteName(device, builder)).in(wanted);
    }

    Predicate isTagged(List<String> tags) {
        return tagged(tag -> tag.in(tags));
    }

    private Predicate tagged(Function<Expression<String>, Predicate> condition) {
        Subquery<Integer> tags = statement.subquery(Integer.class);
        Root<Device> same = tags.correlate(device);
        Expression<String> tag = same.join("tags");
        return builder.exists(tags.select(builder.literal(1)).where(condition.apply(tag)));
    }

    private Expression<String> text(Field field) {
        return switch (field) {
            case NAME -> device.get("name");
            case ADDRESS -> device.get("host");
            case SITE -> siteName(device, builder);
            case ROLE -> device.get("role");
            case PLATFORM -> device.get("platform");
            case MODEL -> device.get("model");
            case SERIAL -> device.get("serial");
            case RELEASE -> device.get("release");
            case CREDENTIALS -> credentialSet();
            default -> throw new IllegalArgumentException("Not a text: " + field);
        };
    }

    /** An empty text for a device without a site. One join serves all conditions and the sorting. */
    static Expression<String> siteName(Root<Device> device, CriteriaBuilder builder) {
        From<?, ?> site = device.getJoins().stream()
                .filter(join -> join.getAttribute().getName().equals("site"))
                .findFirst()
                .<From<?, ?>>map(join -> join)
                .orElseGet(() -> device.join("site", JoinType.LEFT));
        return builder.coalesce(site.<String>get("name"), "");
    }

    private Expression<String> credentialSet() {
        Subquery<String> name = statement.subquery(String.class);
        Root<CredentialSet> set = name.from(CredentialSet.class);
        return name.select(set.get("name")).where(builder.equal(set.get("id"), device.get("credentialSetId")));
    }

    private Path<Instant> moment(Field field) {
        return device.get(
                switch (field) {
                    case COPIED -> "lastCopyAt";
                    case CHANGED -> "changedAt";
                    case TRIED -> "lastTriedAt";
                    case ADDED -> "addedAt";
                    default -> throw new IllegalArgumentException("Not a moment: " + field);
                });
    }

    private Predicate ordered(Ordered ordered) {
        List<String> fitting = releases.get().stream()
                .filter(release -> !release.isEmpty() && ordered.holds(release))
                .toList();
        return fitting.isEmpty() ? never() : device.get("release").in(fitting);
    }

    /** A question that nobody has answered is answered by {@link Question#unanswered}. */
    private Predicate answered(Question question, List<Answer.Kind> wanted) {
        Predicate isSo = answer(question, kind -> kind.in(wanted));
        boolean isAlsoUnanswered = wanted.contains(question.unanswered().kind());
        return isAlsoUnanswered ? builder.or(isSo, builder.not(answer(question, Expression::isNotNull))) : isSo;
    }

    private Predicate answer(Question question, Function<Expression<Answer.Kind>, Predicate> condition) {
        Subquery<Integer> given = statement.subquery(Integer.class);
        MapJoin<Device, Question, DeviceAnswer> answer = given.correlate(device).joinMap("answers");
        return builder.exists(given.select(builder.literal(1))
                .where(
                        builder.equal(answer.key(), question),
                        condition.apply(answer.value().get("kind"))));
    }

    /** Not the empty disjunction, which Hibernate does not negate twice. */
    private Predicate never() {
        return builder.isNull(device.get("id"));
    }
}
