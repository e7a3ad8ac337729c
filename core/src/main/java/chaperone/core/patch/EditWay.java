package chaperone.core.patch;

import chaperone.core.config.ConfigStatement;
import chaperone.core.structure.Statement;
import chaperone.core.structure.Structure;
import java.util.List;

/** How a family is told to alter its configuration: by lines in its own words, or by a patch of its document. */
public sealed interface EditWay permits EditLanguage, EditConfig, MergePatch {

    /** What a device is told so that the one configuration becomes the other; nothing for equal ones. */
    Patch between(List<ConfigStatement> before, List<ConfigStatement> after, Structure structure);

    /** What stands after somebody has said this to a device. */
    TypedLines.Outcome typed(List<ConfigStatement> before, List<String> lines);

    /**
     * What the statement at a line refers to, and what refers to it; nothing where a family does not say.
     *
     * @param line from 0
     */
    default References references(Statement root, int line) {
        return References.NONE;
    }

    /** What tells a statement from those beside it, where the family's devices replace one by another. */
    List<Structure.Named> replacing();
}
