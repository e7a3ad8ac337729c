package chaperone.core.writing;

import chaperone.core.config.ConfigStatement;
import chaperone.core.patch.EditLanguage;
import chaperone.core.patch.EditLanguage.Reference;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** What stands on a device and may be named at a place, because the platform says that statements of this kind use it. */
record KnownNames(EditLanguage language, List<ConfigStatement> standing) {

    /**
     * The names, in their order.
     *
     * @param typed the statement as far as it is typed, without the word that is being typed
     */
    Set<String> behind(String typed) {
        Set<String> names = new TreeSet<>();
        for (Reference reference : language.references()) {
            for (String name : named(reference.defines())) if (uses(reference, typed + name, name)) names.add(name);
        }
        return names;
    }

    private List<String> named(String defines) {
        int place = defines.indexOf("{}");
        if (place < 0) return List.of();
        String before = defines.substring(0, place);
        String behind = defines.substring(place + 2);
        return standing.stream()
                .map(each -> language.nameOf("", each.text()))
                .filter(name -> name.length() > before.length() + behind.length())
                .filter(name -> name.startsWith(before) && name.endsWith(behind))
                .map(name -> name.substring(before.length(), name.length() - behind.length()))
                .toList();
    }

    private static boolean uses(Reference reference, String statement, String name) {
        return reference
                .use()
                .firstGroup(statement)
                .filter(used -> used.equals(name) || used.endsWith("," + name) || used.endsWith(" " + name))
                .isPresent();
    }
}
