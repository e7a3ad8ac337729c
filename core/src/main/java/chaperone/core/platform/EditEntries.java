package chaperone.core.platform;

import chaperone.core.patch.EditConfig;
import chaperone.core.patch.EditGuard;
import chaperone.core.patch.EditGuard.GoesBackTo;
import chaperone.core.patch.EditLanguage;
import chaperone.core.patch.EditRequests;
import chaperone.core.patch.EditWay;
import chaperone.core.patch.MergePatch;
import chaperone.core.structure.Structure;
import java.time.Duration;
import java.util.Optional;

/** Reads how a family is edited. */
final class EditEntries {
    private static final int LONGEST_MINUTES = 24 * 60;
    private static final int USUAL_MINUTES = 60;

    private EditEntries() {}

    /** @param structure what the family's statements mean; only documents of XML need it to be altered */
    static EditRequests read(YamlBlock block, Structure structure) {
        String each = block.text("line");
        if (!each.isEmpty() && !each.contains("{}")) block.problem("line", "\"line\" needs {} for the line");
        return new EditRequests(
                block.texts("enter"),
                each,
                block.texts("apply"),
                block.texts("abort"),
                block.texts("save"),
                way(block, structure),
                block.optionalBlock("guard").map(EditEntries::guard));
    }

    private static Optional<EditWay> way(YamlBlock block, Structure structure) {
        Optional<EditWay> words = block.optionalBlock("words").map(EditEntries::language);
        if (!block.has("document")) return words;
        if (words.isPresent()) block.problem("document", "\"document\" and \"words\" exclude each other");
        return block.oneOf("document", "merge-patch", "edit-config").equals("edit-config")
                ? Optional.of(new EditConfig(structure.entries()))
                : Optional.of(new MergePatch());
    }

    private static EditLanguage language(YamlBlock block) {
        return new EditLanguage(
                form(block, "put", "{statement}"),
                form(block, "remove", "{name}"),
                block.has("place") ? Optional.of(form(block, "place", "{before}")) : Optional.empty(),
                block.optionalText("leave-block"),
                block.quicks("blocks"),
                block.blocks("names").stream()
                        .map(each -> new Structure.Named(each.optionalQuick("in", 0), each.quick("name", 1)))
                        .toList(),
                block.quicks("whole"),
                block.optionalQuick("values", 2),
                block.blocks("undoing").stream()
                        .map(each -> new EditLanguage.Undoing(
                                each.optionalQuick("in", 0), each.quick("line", 0), each.quick("undoes", 0)))
                        .toList(),
                block.blocks("references").stream()
                        .map(each -> new EditLanguage.Reference(each.quick("uses", 1), form(each, "defines", "{}")))
                        .toList());
    }

    private static EditGuard guard(YamlBlock block) {
        String to = block.has("goes-back-to") ? block.oneOf("goes-back-to", "before", "saved") : "before";
        return new EditGuard(
                block.texts("begin"),
                block.texts("apply"),
                block.texts("keep"),
                block.texts("give-back"),
                to.equals("saved") ? GoesBackTo.SAVED : GoesBackTo.BEFORE,
                longest(block));
    }

    private static Duration longest(YamlBlock block) {
        boolean isGiven = block.has("longest-minutes");
        return Duration.ofMinutes(isGiven ? block.number("longest-minutes", 1, LONGEST_MINUTES) : USUAL_MINUTES);
    }

    private static String form(YamlBlock block, String key, String needed) {
        String form = block.text(key);
        if (!form.isEmpty() && !form.contains(needed)) block.problem(key, "\"" + key + "\" needs " + needed);
        return form;
    }
}
