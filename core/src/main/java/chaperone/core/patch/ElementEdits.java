package chaperone.core.patch;

import chaperone.core.config.ConfigStatement;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Reads the content of an {@code <edit-config>} (RFC 6241, section 7.2) as edits of what stands side by side, without
 * asking the device: {@code merge} if nothing else is said, {@code replace}, {@code create}, {@code delete} and
 * {@code remove}. A value under a name that stands once takes the place of the one that stands; where several stand, or
 * will, it joins them. Linear in the edit and the elements on its way.
 */
final class ElementEdits {
    /** In the order in which they stand; what is replaced keeps its place. */
    private final Map<Integer, XmlElement> stands = new LinkedHashMap<>();

    private final Map<String, Integer> blocks = new HashMap<>();
    /** By tag, then by value. */
    private final Map<String, Map<String, Integer>> values = new HashMap<>();

    private final Set<String> lists;
    private int next;

    static final class Impossible extends Exception {
        private static final long serialVersionUID = 1L;
        private final int line;

        Impossible(XmlElement at, String message) {
            super(message, null, false, false);
            this.line = at.line();
        }

        int line() {
            return line;
        }
    }

    private ElementEdits(List<XmlElement> now, List<XmlElement> edits) {
        lists = lists(now);
        lists.addAll(lists(edits));
        now.forEach(this::add);
    }

    static List<ConfigStatement> apply(List<XmlElement> now, List<XmlElement> edits) throws Impossible {
        return applied(now, edits).stream().map(XmlElement::statement).toList();
    }

    private static List<XmlElement> applied(List<XmlElement> now, List<XmlElement> edits) throws Impossible {
        ElementEdits beside = new ElementEdits(now, edits);
        for (XmlElement edit : edits) beside.apply(edit);
        return List.copyOf(beside.stands.values());
    }

    /** Tags that hold a value and stand several times. */
    private static Set<String> lists(List<XmlElement> elements) {
        Set<String> once = new HashSet<>();
        Set<String> several = new HashSet<>();
        for (XmlElement each : elements) {
            if (!each.isBlock() && !isRemoval(each) && !once.add(each.tag())) several.add(each.tag());
        }
        return several;
    }

    private static boolean isRemoval(XmlElement element) {
        return element.operation().equals("delete") || element.operation().equals("remove");
    }

    private void add(XmlElement element) {
        put(next++, element);
    }

    private void put(int place, XmlElement element) {
        stands.put(place, element);
        if (element.isBlock()) blocks.putIfAbsent(element.id(), place);
        else valuesOf(element.tag()).putIfAbsent(element.value(), place);
    }

    private void remove(int place) {
        XmlElement gone = stands.remove(place);
        if (gone.isBlock()) blocks.remove(gone.id(), place);
        else valuesOf(gone.tag()).remove(gone.value(), place);
    }

    private Map<String, Integer> valuesOf(String tag) {
        return values.computeIfAbsent(tag, unused -> new LinkedHashMap<>());
    }

    private void replace(Optional<Integer> place, XmlElement element) {
        if (place.isEmpty()) {
            add(element);
            return;
        }
        XmlElement before = stands.get(place.get());
        if (before.isBlock()) blocks.remove(before.id(), place.get());
        else valuesOf(before.tag()).remove(before.value(), place.get());
        put(place.get(), element);
    }

    private void apply(XmlElement edit) throws Impossible {
        if (!edit.isElement()) throw new Impossible(edit, "no element: " + edit.text());
        Optional<Integer> at = find(edit);
        switch (edit.operation()) {
            case "", "merge" -> merge(at, edit);
            case "replace" -> replace(at, added(edit));
            case "create" -> {
                if (at.isPresent()) throw new Impossible(edit, edit.shown() + " is there already");
                add(added(edit));
            }
            case "delete" -> remove(at.orElseThrow(() -> new Impossible(edit, "there is no " + edit.shown())));
            case "remove" -> at.ifPresent(this::remove);
            default ->
                throw new Impossible(
                        edit,
                        "the operation \"" + edit.operation()
                                + "\" is none of merge, replace, create, delete and remove (RFC 6241, section 7.2)");
        }
    }

    private void merge(Optional<Integer> at, XmlElement edit) throws Impossible {
        Optional<XmlElement> block = at.map(stands::get).filter(XmlElement::isBlock);
        if (block.isEmpty()) {
            replace(at, added(edit));
            return;
        }
        List<XmlElement> said = edit.below().stream()
                .filter(each -> !edit.keys().contains(each))
                .toList();
        replace(at, block.get().with(applied(block.get().below(), said)));
    }

    /** Where what the edit speaks of stands. */
    private Optional<Integer> find(XmlElement edit) throws Impossible {
        // What is taken away may be written as an empty element.
        Integer block = blocks.get(edit.id());
        if (block != null || edit.isBlock()) return Optional.ofNullable(block);
        Map<String, Integer> beside = valuesOf(edit.tag());
        Integer same = beside.get(edit.value());
        if (same != null) return Optional.of(same);
        boolean saysNoValue = isRemoval(edit) && edit.value().isEmpty();
        if (saysNoValue && beside.size() > 1)
            throw new Impossible(edit, "several " + edit.shown() + " stand there: say which value");
        boolean isOnlyOne = beside.size() == 1 && !lists.contains(edit.tag());
        return isOnlyOne && (saysNoValue || !isRemoval(edit))
                ? beside.values().stream().findFirst()
                : Optional.empty();
    }

    /** As something new: there is nothing that it could take away. */
    private static XmlElement added(XmlElement edit) throws Impossible {
        List<XmlElement> below = new ArrayList<>();
        for (XmlElement each : edit.below()) {
            if (each.operation().equals("delete")) throw new Impossible(each, "there is no " + each.shown());
            if (!each.operation().equals("remove")) below.add(added(each));
        }
        return edit.with(below);
    }
}
