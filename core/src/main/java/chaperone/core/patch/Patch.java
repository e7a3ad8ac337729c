package chaperone.core.patch;

import java.util.List;

/** The commands that make one configuration of another, in the order in which they are given. */
public record Patch(List<Command> commands) {
    public Patch {
        commands = List.copyOf(commands);
    }

    public boolean isEmpty() {
        return commands.isEmpty();
    }

    public List<String> lines() {
        return commands.stream().map(Command::line).toList();
    }
}
