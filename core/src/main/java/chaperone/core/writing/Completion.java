package chaperone.core.writing;

import chaperone.core.config.ConfigStatement;
import chaperone.core.patch.EditLanguage;
import chaperone.core.writing.LineHelp.Suggestion;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** What may follow what was typed of one line. */
record Completion(EditLanguage language, List<ConfigStatement> standing, List<String> block, Wordings fleet) {

    /**
     * @param said the words before the one that is typed
     * @param begun as much of that as is typed
     */
    List<Suggestion> of(String said, String begun) {
        Verbs verbs = Verbs.of(language);
        Wordings here = new Wordings(language);
        here.add(standing);
        List<Suggestion> found = new ArrayList<>();
        Optional<String> put = verbs.put(said + begun).isPresent()
                        || said.isEmpty() && verbs.put().isEmpty()
                ? Optional.of(said.substring(Math.min(said.length(), verbs.put().length())))
                : Optional.empty();
        if (put.isPresent()) found.addAll(put(put.get(), here));
        else taken(said, verbs).ifPresent(rest -> found.addAll(standing(rest, here)));
        if (said.isEmpty()) {
            if (!block.isEmpty()) verbs.leave().ifPresent(leave -> found.add(new Suggestion(leave, 0, false)));
            verbs.all().forEach(verb -> found.add(new Suggestion(verb.strip(), 0, false)));
        }
        return found.stream()
                .filter(each -> startsWith(each.text(), begun) && !each.text().equals(begun))
                .limit(LineHelp.MOST)
                .toList();
    }

    private static boolean startsWith(String text, String begun) {
        return text.regionMatches(true, 0, begun, 0, begun.length());
    }

    /** What is named behind a word that takes something away, or moves it. */
    private static Optional<String> taken(String said, Verbs verbs) {
        return Stream.concat(Stream.of(verbs.remove()), verbs.place().stream())
                .filter(said::startsWith)
                .map(verb -> said.substring(verb.length()))
                .findFirst();
    }

    private List<Suggestion> standing(String said, Wordings here) {
        return here.after(block, Words.of(said)).stream()
                .map(word -> new Suggestion(word.text(), 1, true))
                .toList();
    }

    /** The names that are there first, then what others have; a text in quotation marks only if it is not theirs alone. */
    private List<Suggestion> put(String said, Wordings here) {
        Map<String, Suggestion> found = new LinkedHashMap<>();
        for (String name : new KnownNames(language, standing).behind(said))
            found.put(name, new Suggestion(name, 0, true));
        List<String> words = Words.of(said);
        List<String> own =
                here.after(block, words).stream().map(Wordings.Word::text).toList();
        for (Wordings.Word word : fleet.after(block, words)) {
            boolean isHere = own.contains(word.text());
            if (word.has() < 2 && word.text().startsWith("\"") && !isHere) continue;
            found.putIfAbsent(word.text(), new Suggestion(word.text(), word.has(), isHere));
        }
        own.forEach(word -> found.putIfAbsent(word, new Suggestion(word, 1, true)));
        return List.copyOf(found.values());
    }
}
