package chaperone.core.writing;

import chaperone.core.patch.EditLanguage;
import java.util.Optional;
import java.util.stream.Stream;

/** The words with which a family's lines begin, beside what they say. */
record Verbs(String put, String remove, Optional<String> place, Optional<String> leave) {
    static Verbs of(EditLanguage language) {
        return new Verbs(
                head(language.put()),
                head(language.remove()),
                language.place().map(Verbs::head),
                language.leaveBlock());
    }

    private static String head(String form) {
        int place = form.indexOf('{');
        return place < 0 ? form : form.substring(0, place);
    }

    Stream<String> all() {
        return Stream.of(Optional.of(put), Optional.of(remove), place)
                .flatMap(Optional::stream)
                .filter(verb -> !verb.isBlank());
    }

    /** What of a statement is put by a line; nothing for a line that does something else. */
    Optional<String> put(String line) {
        boolean isOther = Stream.concat(Stream.of(remove), place.stream())
                .filter(verb -> !verb.isBlank())
                .anyMatch(line::startsWith);
        boolean leaves = leave.filter(line::equals).isPresent();
        return isOther || leaves || line.isEmpty() || !line.startsWith(put)
                ? Optional.empty()
                : Optional.of(line.substring(put.length()));
    }
}
