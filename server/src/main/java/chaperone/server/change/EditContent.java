package chaperone.server.change;

import chaperone.core.change.ConfigEdit;
import chaperone.core.change.ConfigEdit.Differing;
import chaperone.core.change.ConfigEdit.Typed;
import chaperone.core.change.PathEdit;
import chaperone.core.config.ConfigBytes;
import chaperone.core.structure.ConfigPath;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import tools.jackson.databind.json.JsonMapper;

/**
 * What an edit says, as it is sealed. Texts are bytes: a configuration need not be UTF-8.
 *
 * @param lines that somebody typed; empty for an edit that leads from one configuration to another
 * @param leftOut statements that stay as they are
 * @param statement that is named by its path; none for other edits
 */
record EditContent(
        List<String> lines,
        Optional<byte[]> from,
        Optional<byte[]> to,
        Set<String> parts,
        List<List<ConfigPath.Step>> leftOut,
        Optional<StatementContent> statement) {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    static EditContent typed(List<String> lines) {
        return new EditContent(lines, Optional.empty(), Optional.empty(), Set.of(), List.of(), Optional.empty());
    }

    static EditContent between(String from, String to, Set<String> parts) {
        return new EditContent(
                List.of(),
                Optional.of(ConfigBytes.encode(from)),
                Optional.of(ConfigBytes.encode(to)),
                parts,
                List.of(),
                Optional.empty());
    }

    static EditContent at(PathEdit edit) {
        StatementContent statement = StatementContent.of(edit);
        return new EditContent(
                List.of(), Optional.empty(), Optional.empty(), Set.of(), List.of(), Optional.of(statement));
    }

    EditContent leavingOut(Set<ConfigPath> paths) {
        return new EditContent(
                lines, from, to, parts, paths.stream().map(ConfigPath::steps).toList(), statement);
    }

    ConfigEdit edit() {
        if (statement.isPresent()) return statement.get().edit();
        if (from.isEmpty() || to.isEmpty()) return new Typed(lines);
        return new Differing(
                ConfigBytes.decode(from.get()),
                ConfigBytes.decode(to.get()),
                parts,
                Set.copyOf(leftOut.stream().map(ConfigPath::new).toList()));
    }

    byte[] asBytes() {
        return JSON.writeValueAsBytes(this);
    }

    static EditContent of(byte[] bytes) {
        return JSON.readValue(bytes, EditContent.class);
    }
}
