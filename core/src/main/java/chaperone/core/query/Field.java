package chaperone.core.query;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** What a query can ask of a device. */
public enum Field {
    NAME(Kind.TEXT),
    ADDRESS(Kind.TEXT),
    SITE(Kind.TEXT),
    ROLE(Kind.TEXT),
    PLATFORM(Kind.TEXT),
    MODEL(Kind.TEXT),
    SERIAL(Kind.TEXT),
    RELEASE(Kind.RELEASE),
    TAG(Kind.TEXT),
    GROUP(Kind.GROUP),
    CREDENTIALS(Kind.TEXT),
    KEPT(Kind.ANSWER),
    MATCHED(Kind.ANSWER),
    SOUND(Kind.ANSWER),
    CURRENT(Kind.ANSWER),
    COPIED(Kind.MOMENT),
    CHANGED(Kind.MOMENT),
    TRIED(Kind.MOMENT),
    ADDED(Kind.MOMENT);

    /** Which tests fit a field. */
    public enum Kind {
        TEXT,
        RELEASE,
        /** Stands for another query: see {@link GroupExpansion}. */
        GROUP,
        ANSWER,
        MOMENT
    }

    private final Kind kind;

    Field(Kind kind) {
        this.kind = kind;
    }

    public Kind kind() {
        return kind;
    }

    /** As people write it. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    static Optional<Field> of(String word) {
        return Arrays.stream(values())
                .filter(field -> field.word().equals(word.toLowerCase(Locale.ROOT)))
                .findFirst();
    }
}
