package chaperone.core.change;

import chaperone.core.patch.TypedLines;
import chaperone.core.structure.ConfigPath;
import chaperone.core.structure.Difference;
import chaperone.core.structure.Difference.Spot;
import chaperone.core.structure.Statement;
import chaperone.core.structure.StructureDiff;
import chaperone.core.structure.StructureEdit;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Something that makes one configuration of a device out of another. */
public sealed interface ConfigEdit permits ConfigEdit.Typed, ConfigEdit.Differing, PathEdit {

    Outcome applyTo(String text, ConfigModel model);

    sealed interface Outcome {
        record Applied(String text, List<Remark> remarks) implements Outcome {
            public Applied {
                remarks = List.copyOf(remarks);
            }
        }

        /** What of the edit does not fit what stands there; nothing of it was applied. */
        record Refused(List<Misfit> misfits) implements Outcome {
            public Refused {
                misfits = List.copyOf(misfits);
            }
        }
    }

    /**
     * What hinders an edit.
     *
     * @param line of the lines somebody typed, from 0
     * @param path the statement that does not stand as it is expected
     * @param found what stands there instead; nothing if it is not there
     */
    record Misfit(Optional<Integer> line, Optional<ConfigPath> path, String message, Optional<String> found) {}

    /** Lines as somebody types them to the device. */
    record Typed(List<String> lines) implements ConfigEdit {
        public Typed {
            lines = List.copyOf(lines);
        }

        @Override
        public Outcome applyTo(String text, ConfigModel model) {
            if (model.way().isEmpty()) return refused(0, "its platform does not say how statements are put");
            TypedLines.Outcome outcome = model.way().get().typed(model.statements(text), lines);
            if (outcome instanceof TypedLines.Outcome.Refused refused) {
                Misfit misfit =
                        new Misfit(Optional.of(refused.line()), Optional.empty(), refused.message(), Optional.empty());
                return new Outcome.Refused(List.of(misfit));
            }
            TypedLines.Outcome.Understood understood = (TypedLines.Outcome.Understood) outcome;
            List<Remark> remarks = new ArrayList<>();
            for (int line : understood.idle())
                remarks.add(
                        new Remark(Remark.Kind.STANDS_ALREADY, lines.get(line).strip()));
            String after = model.grammar().write(understood.tree());
            Set<String> typed = lines.stream().map(String::strip).collect(Collectors.toSet());
            addDefaults(model.read(text), model.read(after), typed, remarks);
            return new Outcome.Applied(after, remarks);
        }

        /** Lines that only say what holds anyway; where another value stood, they are what takes it away. */
        private static void addDefaults(Statement before, Statement after, Set<String> typed, List<Remark> remarks) {
            for (Statement unsaid : after.unsaid()) {
                boolean isNew = before.children().stream().noneMatch(unsaid::isNamedLike);
                if (isNew && typed.contains(unsaid.text()))
                    remarks.add(new Remark(Remark.Kind.IS_DEFAULT, unsaid.text()));
            }
            for (Statement block : after.children()) {
                if (block.children().isEmpty() && block.unsaid().isEmpty()) continue;
                Statement stood = before.children().stream()
                        .filter(child -> child.step().equals(block.step()))
                        .findFirst()
                        .orElseGet(() -> block.withChildren(List.of()));
                addDefaults(stood, block, typed, remarks);
            }
        }

        private static Outcome refused(int line, String message) {
            Misfit misfit = new Misfit(Optional.of(line), Optional.empty(), message, Optional.empty());
            return new Outcome.Refused(List.of(misfit));
        }
    }

    /**
     * What leads from one configuration to another, carried out on a third: putting back, restoring, undoing.
     *
     * @param parts of the configuration to which it keeps, see {@link Difference#part}; none for all of them
     * @param leftOut statements that stay as they stand
     */
    record Differing(String from, String to, Set<String> parts, Set<ConfigPath> leftOut) implements ConfigEdit {
        public Differing {
            parts = Set.copyOf(parts);
            leftOut = Set.copyOf(leftOut);
        }

        /** Each difference that does not fit costs another try: all that hinder are named at once. */
        @Override
        public Outcome applyTo(String text, ConfigModel model) {
            if (isAllDone(text, model)) {
                List<Remark> done = wanted(model).map(Differing::standsAlready).toList();
                return new Outcome.Applied(model.written(text), done);
            }
            Statement root = model.read(text);
            Statement origin = model.read(from);
            List<Misfit> misfits = new ArrayList<>();
            List<Remark> remarks = new ArrayList<>();
            Set<Spot> thereAlready = new HashSet<>();
            List<Difference> wanted = new ArrayList<>();
            for (Difference each : wanted(model).toList()) {
                Optional<Statement> meanwhile = cameMeanwhile(each, origin, root);
                if (meanwhile.isEmpty()) wanted.add(each);
                else if (meanwhile.get().key().equals(after(each).key())) {
                    remarks.add(standsAlready(each));
                    // What was altered to this stands as it shall; what was added stands there for what comes below it.
                    if (each.kind() == Difference.Kind.ADDED) {
                        thereAlready.add(each.spot());
                        wanted.add(each);
                    }
                    // What it was to take the place of goes all the same.
                    if (each.kind() == Difference.Kind.MODIFIED)
                        removal(each, root).ifPresent(wanted::add);
                } else misfits.add(misfit(each.spot().path(), meanwhile));
            }
            while (true) {
                StructureEdit.Outcome outcome = StructureEdit.apply(new StructureDiff(wanted), root, thereAlready);
                if (outcome instanceof StructureEdit.Outcome.Applied applied) {
                    if (!misfits.isEmpty()) return new Outcome.Refused(misfits);
                    return new Outcome.Applied(
                            model.grammar().write(applied.root().statements()), remarks);
                }
                StructureEdit.Outcome.Conflict conflict = (StructureEdit.Outcome.Conflict) outcome;
                if (!wanted.remove(conflict.difference())) throw new IllegalStateException("A conflict of nothing");
                if (isDoneAlready(conflict)) remarks.add(standsAlready(conflict.difference()));
                else misfits.add(misfit(conflict.at(), conflict.found()));
            }
        }

        private Stream<Difference> wanted(ConfigModel model) {
            return model.differences(from, to).withMeaning().differences().stream()
                    .filter(this::isWanted);
        }

        /** Whether the parts that it alters are as they shall be, however they came to be so. */
        private boolean isAllDone(String text, ConfigModel model) {
            Set<String> altered = wanted(model).map(Difference::part).collect(Collectors.toSet());
            return leftOut.isEmpty()
                    && model.differences(text, to).withMeaning().differences().stream()
                            .map(Difference::part)
                            .noneMatch(altered::contains);
        }

        private static Statement after(Difference difference) {
            return difference.after().orElseThrow().statement();
        }

        /** A statement that shall come to stand and stands there, though it did not where the difference was found. */
        private static Optional<Statement> cameMeanwhile(Difference each, Statement origin, Statement root) {
            if (each.after().isEmpty()) return Optional.empty();
            ConfigPath path = each.kind() == Difference.Kind.ADDED
                    ? each.spot().path()
                    : each.spot().path().sibling(after(each).step());
            boolean wasThere = path.findIn(origin).isPresent();
            return wasThere ? Optional.empty() : path.findIn(root);
        }

        private static Optional<Difference> removal(Difference modified, Statement root) {
            return modified.spot()
                    .path()
                    .findIn(root)
                    .filter(stands -> stands.children().isEmpty())
                    .map(stands -> new Difference(
                            Difference.Kind.REMOVED,
                            modified.path(),
                            modified.spot(),
                            modified.before(),
                            Optional.empty(),
                            Optional.empty()));
        }

        private boolean isWanted(Difference each) {
            ConfigPath path = each.spot().path();
            return (parts.isEmpty() || parts.contains(each.part()))
                    && leftOut.stream().noneMatch(path::isAtOrBelow);
        }

        /** Somebody has done the same meanwhile. */
        private static boolean isDoneAlready(StructureEdit.Outcome.Conflict conflict) {
            Difference difference = conflict.difference();
            if (difference.kind() == Difference.Kind.REMOVED)
                return conflict.found().isEmpty();
            return difference.kind() == Difference.Kind.MODIFIED
                    && conflict.found()
                            .filter(found ->
                                    found.key().equals(after(difference).key()))
                            .isPresent();
        }

        private static Remark standsAlready(Difference difference) {
            return new Remark(
                    Remark.Kind.STANDS_ALREADY, difference.spot().path().toString());
        }

        private static Misfit misfit(ConfigPath at, Optional<Statement> found) {
            String message =
                    found.isPresent() ? "\"" + at + "\" was altered since" : "\"" + at + "\" is not there any more";
            return new Misfit(Optional.empty(), Optional.of(at), message, found.map(Statement::text));
        }
    }
}
