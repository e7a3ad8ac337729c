package chaperone.core.writing;

import chaperone.core.config.ConfigStatement;
import chaperone.core.patch.EditLanguage;
import chaperone.core.patch.TypedLines;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What helps whoever types lines for a device.
 *
 * @param block the statements, from the top, of the block in which the cursor stands
 * @param from where the word begins that is typed, in characters of the line
 * @param suggestions what may stand there, the most used first
 */
public record LineHelp(List<String> block, int from, List<Suggestion> suggestions, List<Mark> marks) {
    static final int MOST = 60;

    /**
     * A word, or several that always go together.
     *
     * @param has how many configurations have it at this place; 0 for what the language itself has
     * @param isHere whether it stands on this device, at this place or under this name
     */
    public record Suggestion(String text, int has, boolean isHere) {}

    /** What there is to say of a line. */
    public enum MarkKind {
        /** It speaks of something that is not there. */
        REFUSED,
        /** It begins as no other configuration of its platform does. */
        UNUSUAL,
        /** It alters nothing. */
        STANDS
    }

    /**
     * @param line from 0
     * @param word which one is meant; all of the line if there is none
     */
    public record Mark(int line, MarkKind kind, Optional<String> word, String message) {}

    public LineHelp {
        block = List.copyOf(block);
        suggestions = List.copyOf(suggestions);
        marks = List.copyOf(marks);
    }

    /**
     * @param standing what the lines are typed to
     * @param line in which the cursor stands, from 0
     * @param column before which it stands, from 0
     * @param fleet of other configurations of this platform
     */
    public static LineHelp at(
            List<ConfigStatement> standing,
            List<String> lines,
            int line,
            int column,
            EditLanguage language,
            Wordings fleet) {
        TypedLines.Reading all = TypedLines.read(standing, lines, language);
        List<String> before = lines.subList(0, Math.min(line, lines.size()));
        TypedLines.Reading reading = TypedLines.read(standing, before, language);
        List<String> block = all.blocks().get(before.size());
        String text = line < lines.size() ? lines.get(line) : "";
        String typed = text.substring(0, Math.min(column, text.length()));
        int from = startOfWord(typed);
        Completion completion = new Completion(language, reading.tree(), block, fleet);
        return new LineHelp(
                block,
                from,
                completion.of(typed.substring(0, from).stripLeading(), typed.substring(from)),
                marks(all, lines, language, fleet));
    }

    /** Behind the last blank that is not quoted, or the last comma. */
    private static int startOfWord(String typed) {
        boolean isQuoted = false;
        int start = 0;
        for (int i = 0; i < typed.length(); i++) {
            char letter = typed.charAt(i);
            if (letter == '"') {
                if (!isQuoted) start = i;
                isQuoted = !isQuoted;
            } else if (!isQuoted && (letter == ' ' || letter == '\t' || letter == ',')) start = i + 1;
        }
        return start;
    }

    private static List<Mark> marks(TypedLines.Reading all, List<String> lines, EditLanguage language, Wordings fleet) {
        Map<Integer, Mark> marks = new LinkedHashMap<>();
        all.refused()
                .forEach(each -> marks.put(
                        each.line(), new Mark(each.line(), MarkKind.REFUSED, Optional.empty(), each.message())));
        Verbs verbs = Verbs.of(language);
        for (int i = 0; i < lines.size(); i++) {
            List<String> block = all.blocks().get(i);
            int at = i;
            verbs.put(lines.get(i).strip())
                    .filter(said -> !marks.containsKey(at))
                    .flatMap(said -> fleet.stranger(block, Words.of(said)))
                    .ifPresent(word -> marks.put(at, unusual(at, word, fleet)));
        }
        all.idle()
                .forEach(line -> marks.putIfAbsent(
                        line, new Mark(line, MarkKind.STANDS, Optional.empty(), "This stands already.")));
        return marks.values().stream()
                .sorted((a, b) -> Integer.compare(a.line(), b.line()))
                .toList();
    }

    private static Mark unusual(int line, String word, Wordings fleet) {
        String message = "None of the " + fleet.configurations()
                + " configurations of this platform that were looked at has \"" + word + "\" here.";
        return new Mark(line, MarkKind.UNUSUAL, Optional.of(word), message);
    }
}
