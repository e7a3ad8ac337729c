package chaperone.core.change;

import chaperone.core.change.ConfigEdit.Misfit;
import chaperone.core.patch.Patch;
import chaperone.core.structure.StructureDiff;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What the edits of one device come to, in the order in which they were made.
 *
 * @param promise the configuration that shall stand; edits that do not fit are not in it
 * @param commands what the device is told
 * @param undo what would lead it back
 * @param misfits by the index of the edit that does not fit; as long as there is one, nothing may be sent
 */
public record Target(
        Promise promise,
        Patch commands,
        Patch undo,
        StructureDiff differences,
        List<Remark> remarks,
        Map<Integer, List<Misfit>> misfits) {
    public Target {
        remarks = List.copyOf(remarks);
        misfits = Map.copyOf(misfits);
    }

    public static Target of(String base, List<ConfigEdit> edits, ConfigModel model) {
        String text = base;
        List<Remark> remarks = new ArrayList<>();
        Map<Integer, List<Misfit>> misfits = new LinkedHashMap<>();
        for (int i = 0; i < edits.size(); i++) {
            ConfigEdit.Outcome outcome = edits.get(i).applyTo(text, model);
            if (outcome instanceof ConfigEdit.Outcome.Refused refused) misfits.put(i, refused.misfits());
            else {
                ConfigEdit.Outcome.Applied applied = (ConfigEdit.Outcome.Applied) outcome;
                text = applied.text();
                remarks.addAll(applied.remarks());
            }
        }
        return new Target(
                new Promise(base, text),
                model.patch(base, text),
                model.patch(text, base),
                model.differences(base, text),
                remarks,
                misfits);
    }

    /** Whether there is anything to send, and nothing in the way of it. */
    public boolean isReady() {
        return misfits.isEmpty() && !commands.isEmpty();
    }
}
