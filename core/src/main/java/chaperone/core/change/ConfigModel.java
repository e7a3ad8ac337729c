package chaperone.core.change;

import chaperone.core.config.ConfigDocument;
import chaperone.core.config.ConfigStatement;
import chaperone.core.config.Grammar;
import chaperone.core.noise.Noise;
import chaperone.core.patch.EditWay;
import chaperone.core.patch.Patch;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Secrets;
import chaperone.core.structure.Statement;
import chaperone.core.structure.Structure;
import chaperone.core.structure.StructureDiff;
import java.util.List;

/**
 * What it takes to read and alter the configurations of one device.
 *
 * @param noise what changes by itself on this very device
 */
public record ConfigModel(Grammar grammar, Structure structure, Noise noise, Secrets secrets, EditWay way) {

    /** @throws IllegalArgumentException if the platform does not say how it is edited */
    public static ConfigModel of(Platform platform, Noise noise) {
        EditWay way = platform.editWay()
                .orElseThrow(
                        () -> new IllegalArgumentException(platform.name() + " does not say how statements are put"));
        Structure structure = platform.structure().withNames(way.replacing());
        return new ConfigModel(platform.grammar(), structure, noise, platform.secrets(), way);
    }

    public Statement read(String text) {
        return StructureDiff.read(noise.in(ConfigDocument.read(grammar, text)), structure);
    }

    /** As values, without comments, and without what only says what holds anyway. */
    List<ConfigStatement> statements(String text) {
        return read(text).statements();
    }

    public StructureDiff differences(String before, String after) {
        return StructureDiff.between(
                noise.in(ConfigDocument.read(grammar, before)),
                noise.in(ConfigDocument.read(grammar, after)),
                structure);
    }

    /** The commands that lead from one configuration to the other. */
    public Patch patch(String before, String after) {
        return way.between(statements(before), statements(after), structure);
    }
}
