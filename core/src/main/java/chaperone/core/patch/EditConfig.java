package chaperone.core.patch;

import chaperone.core.config.ConfigStatement;
import chaperone.core.config.ConfigTree;
import chaperone.core.config.XmlGrammar;
import chaperone.core.structure.Structure;
import java.util.ArrayList;
import java.util.List;

/**
 * Configurations in XML that are altered by NETCONF's {@code <edit-config>} (RFC 6241, section 7.2). A command is what
 * stands in its {@code <config>}, where {@code nc} is the prefix of NETCONF's own attributes: at most one that takes away
 * and one that puts, however much is altered.
 *
 * @param entries what names an element among others of its tag
 */
public record EditConfig(List<Structure.Entry> entries) implements EditWay {
    private static final XmlGrammar XML = new XmlGrammar();

    public EditConfig {
        entries = List.copyOf(entries);
    }

    @Override
    public Patch between(List<ConfigStatement> before, List<ConfigStatement> after, Structure structure) {
        ElementDiff diff = ElementDiff.between(XmlElement.of(before, entries), XmlElement.of(after, entries));
        List<Command> commands = new ArrayList<>();
        if (!diff.gone().isEmpty())
            commands.add(new Command(Command.Kind.REMOVE, XML.write(diff.gone()).strip()));
        if (!diff.put().isEmpty())
            commands.add(new Command(Command.Kind.PUT, XML.write(diff.put()).strip()));
        return new Patch(commands);
    }

    /** All lines together are one edit. */
    @Override
    public TypedLines.Outcome typed(List<ConfigStatement> before, List<String> lines) {
        ConfigTree read = XML.read(String.join("\n", lines));
        if (!read.problems().isEmpty()) {
            var first = read.problems().get(0);
            return new TypedLines.Outcome.Refused(first.line(), "no XML: " + first.message());
        }
        try {
            List<ConfigStatement> after =
                    ElementEdits.apply(XmlElement.of(before, entries), XmlElement.typed(read.nodes(), entries));
            return new TypedLines.Outcome.Understood(after, List.of());
        } catch (ElementEdits.Impossible e) {
            return new TypedLines.Outcome.Refused(e.line(), String.valueOf(e.getMessage()));
        }
    }

    /** Without its modules nobody knows which elements a device replaces by another. */
    @Override
    public List<Structure.Named> replacing() {
        return List.of();
    }
}
