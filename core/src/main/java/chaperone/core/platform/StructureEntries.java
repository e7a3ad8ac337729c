package chaperone.core.platform;

import chaperone.core.structure.Structure;
import chaperone.core.structure.Structure.Default;
import chaperone.core.structure.Structure.Entry;
import chaperone.core.structure.Structure.Named;
import chaperone.core.structure.Structure.Ordered;
import chaperone.core.structure.Structure.PortBlock;

/** Reads the block {@code structure}: what statements mean beside their text. */
final class StructureEntries {
    private StructureEntries() {}

    static Structure read(YamlBlock block) {
        return new Structure(
                block.blocks("ordered").stream().map(StructureEntries::ordered).toList(),
                block.blocks("names").stream().map(StructureEntries::named).toList(),
                block.blocks("entries").stream().map(StructureEntries::entry).toList(),
                block.blocks("defaults").stream().map(StructureEntries::unsaid).toList(),
                block.blocks("ports").stream().map(StructureEntries::port).toList());
    }

    private static Ordered ordered(YamlBlock block) {
        if (!block.has("in") && !block.has("lines")) block.problem("in", "\"in\", \"lines\" or both are needed");
        return new Ordered(
                block.optionalQuick("in", 0), block.optionalQuick("lines", 0), block.optionalQuick("number", 1));
    }

    private static Named named(YamlBlock block) {
        return new Named(block.optionalQuick("in", 0), block.quick("name", 1));
    }

    private static Entry entry(YamlBlock block) {
        if (block.texts("key").isEmpty()) block.problem("key", "\"key\" needs at least one name");
        return new Entry(block.optionalQuick("path", 0), block.texts("key"));
    }

    private static Default unsaid(YamlBlock block) {
        return new Default(block.optionalQuick("in", 0), block.quick("line", 0));
    }

    private static PortBlock port(YamlBlock block) {
        return new PortBlock(block.optionalQuick("in", 0), block.quick("port", 1));
    }
}
