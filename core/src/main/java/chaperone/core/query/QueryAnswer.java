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
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Whether a query means a device. */
public final class QueryAnswer {
    /** Where a word by itself is looked for. */
    public static final List<Field> SEARCHED =
            List.of(Field.NAME, Field.ADDRESS, Field.SITE, Field.ROLE, Field.MODEL, Field.SERIAL, Field.RELEASE);

    private QueryAnswer() {}

    /** What is known of a device; an empty list of texts, or one empty text, where nothing is. */
    public interface Facts {
        List<String> texts(Field field);

        Answer.Kind answer(Field field);

        Optional<Instant> moment(Field field);
    }

    public static boolean means(Query query, Facts device, Instant now) {
        if (query instanceof All all) return all.parts().stream().allMatch(part -> means(part, device, now));
        if (query instanceof Any any) return any.parts().stream().anyMatch(part -> means(part, device, now));
        if (query instanceof Not not) return !means(not.part(), device, now);
        if (query instanceof Word word) return SEARCHED.stream().anyMatch(field -> has(device, field, word.text()));
        if (query instanceof Is is) return is.values().stream().anyMatch(value -> is(device, is.field(), value));
        if (query instanceof Has has) return has.values().stream().anyMatch(value -> has(device, has.field(), value));
        if (query instanceof Ordered ordered) return isOrdered(device, ordered);
        if (query instanceof Answered answered) return answered.answers().contains(device.answer(answered.field()));
        if (query instanceof Within within) {
            Instant first = now.minus(within.age().duration());
            return device.moment(within.field())
                    .filter(at -> !at.isBefore(first))
                    .isPresent();
        }
        return true;
    }

    private static boolean is(Facts device, Field field, String value) {
        if (value.isEmpty()) return device.texts(field).stream().allMatch(String::isEmpty);
        List<String> wanted = NameRange.isFor(field) ? NameRange.expand(value) : List.of(value);
        return device.texts(field).stream().anyMatch(text -> wanted.stream().anyMatch(text::equalsIgnoreCase));
    }

    private static boolean has(Facts device, Field field, String part) {
        String lower = part.toLowerCase(Locale.ROOT);
        return device.texts(field).stream()
                .anyMatch(text -> text.toLowerCase(Locale.ROOT).contains(lower));
    }

    private static boolean isOrdered(Facts device, Ordered ordered) {
        return device.texts(Field.RELEASE).stream()
                .filter(release -> !release.isEmpty())
                .anyMatch(release -> ordered.holds(release));
    }
}
