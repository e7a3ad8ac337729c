package chaperone.core.change;

import chaperone.core.config.ConfigDocument;
import chaperone.core.config.ConfigStatement;
import chaperone.core.config.Grammar;
import chaperone.core.noise.Noise;
import chaperone.core.patch.EditWay;
import chaperone.core.patch.Patch;
import chaperone.core.patch.References;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Secrets;
import chaperone.core.structure.Port;
import chaperone.core.structure.Statement;
import chaperone.core.structure.Structure;
import chaperone.core.structure.StructureDiff;
import chaperone.core.structure.StructureEdit;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What it takes to read and alter the configurations of one device.
 *
 * @param noise what changes by itself on this very device
 * @param way how it is told to alter; none if its platform does not say
 */
public record ConfigModel(Grammar grammar, Structure structure, Noise noise, Secrets secrets, Optional<EditWay> way) {

    public static ConfigModel of(Platform platform, Noise noise) {
        Optional<EditWay> way = platform.editWay();
        Structure structure =
                platform.structure().withNames(way.map(EditWay::replacing).orElse(List.of()));
        return new ConfigModel(platform.grammar(), structure, noise, platform.secrets(), way);
    }

    /** Without comments: a device does nothing because of them, and shows some of its own. */
    public Statement read(String text) {
        return StructureDiff.read(noise.in(ConfigDocument.read(grammar, text)), structure)
                .withoutComments();
    }

    /** As values, and without what only says what holds anyway. */
    List<ConfigStatement> statements(String text) {
        return read(text).statements();
    }

    /** The names of the ports that one configuration has otherwise than the other, or one of them only. */
    public Set<String> portsAltered(String before, String after) {
        Set<Port> ports = new HashSet<>(Port.of(read(before), structure));
        Set<Port> others = new HashSet<>(Port.of(read(after), structure));
        return Stream.concat(
                        ports.stream().filter(port -> !others.contains(port)),
                        others.stream().filter(port -> !ports.contains(port)))
                .map(Port::name)
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** The same configuration as its family writes it, without comments and without what goes without saying. */
    public String written(String text) {
        return grammar.write(statements(text));
    }

    /** The statements above the one that begins at a line, from 0; none where no statement begins. */
    public List<String> above(String text, int line) {
        List<String> path = new ArrayList<>();
        return leadsTo(read(text), line, path) ? path : List.of();
    }

    private static boolean leadsTo(Statement here, int line, List<String> path) {
        for (Statement child : here.children()) {
            if (child.line() == line) return true;
            path.add(child.text());
            if (leadsTo(child, line, path)) return true;
            path.remove(path.size() - 1);
        }
        return false;
    }

    /** What the statement at a line, from 0, refers to, and what refers to it. */
    public References references(String text, int line) {
        return way.map(each -> each.references(read(text), line)).orElse(References.NONE);
    }

    /** A text that is the same for configurations that differ in noise alone. */
    public String settled(String text) {
        return String.join("\n", noise.in(ConfigDocument.read(grammar, text)).lines());
    }

    public StructureDiff differences(String before, String after) {
        return StructureDiff.between(read(before), read(after));
    }

    /**
     * The commands that lead from one configuration to the other. The two may have been shown at different times: noise
     * stays as it was before.
     *
     * @throws IllegalStateException if the platform does not say how statements are put
     */
    public Patch patch(String before, String after) {
        EditWay known = way.orElseThrow(() -> new IllegalStateException("No way to alter it is known"));
        Statement here = read(before);
        StructureDiff differences = StructureDiff.between(here, read(after)).withMeaning();
        StructureEdit.Outcome outcome = StructureEdit.apply(differences, here);
        if (outcome instanceof StructureEdit.Outcome.Applied applied)
            return known.between(here.statements(), applied.root().statements(), structure);
        throw new IllegalStateException("A difference does not fit where it was found: " + outcome);
    }
}
