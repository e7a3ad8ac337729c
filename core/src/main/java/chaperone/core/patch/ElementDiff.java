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
import java.util.stream.Collectors;

/**
 * What has to be taken away from a configuration in XML, and what put, so that another one stands; each as elements with
 * the names that lead there (RFC 6241, section 7.2). Without the modules of a device nobody knows whether an element that
 * stands once is a value or the first of a list: the old value is taken away before the new one is put, which is right for
 * both. Linear in both configurations.
 *
 * @param gone what to take away, first
 * @param put what to put then
 */
record ElementDiff(List<ConfigStatement> gone, List<ConfigStatement> put) {

    static ElementDiff between(List<XmlElement> before, List<XmlElement> after) {
        return between(before, after, true).orElseThrow();
    }

    /** Nothing if not all of what stands side by side can be told apart, and it is not the same. */
    private static Optional<ElementDiff> between(List<XmlElement> before, List<XmlElement> after, boolean isTop) {
        Set<String> several = new HashSet<>(repeated(before));
        several.addAll(repeated(after));
        Optional<Map<String, XmlElement>> here = named(before, several, isTop);
        Optional<Map<String, XmlElement>> there = named(after, several, isTop);
        if (here.isEmpty() || there.isEmpty()) {
            return statements(before).equals(statements(after))
                    ? Optional.of(new ElementDiff(List.of(), List.of()))
                    : Optional.empty();
        }
        List<ConfigStatement> gone = new ArrayList<>();
        List<ConfigStatement> put = new ArrayList<>();
        List<XmlElement> kept = new ArrayList<>();
        Map<String, XmlElement> left = here.get();
        there.get().forEach((name, wanted) -> {
            XmlElement now = left.remove(name);
            if (now == null) {
                put.add(wanted.statement());
            } else if (!now.isBlock() || !wanted.isBlock()) {
                if (now.isBlock() == wanted.isBlock() && now.value().equals(wanted.value())) {
                    kept.add(wanted);
                    return;
                }
                gone.add(now.removal());
                put.add(wanted.statement());
            } else {
                Optional<ElementDiff> below = between(now.below(), wanted.below(), false);
                if (below.isEmpty()) put.add(wanted.replacement());
                below.filter(each -> !each.gone.isEmpty()).ifPresent(each -> gone.add(now.around(each.gone)));
                below.filter(each -> !each.put.isEmpty()).ifPresent(each -> put.add(wanted.around(each.put)));
            }
        });
        left.values().forEach(each -> gone.add(each.removal()));
        onlyOnesKept(kept, repeated(after)).forEach(each -> put.add(each.statement()));
        return Optional.of(new ElementDiff(gone, put));
    }

    /**
     * Values that others join. Each is put once more, which alters nothing: so the edit says by itself that it speaks of a
     * list.
     */
    private static List<XmlElement> onlyOnesKept(List<XmlElement> kept, Set<String> lists) {
        Map<String, List<XmlElement>> byTag = kept.stream()
                .filter(each -> lists.contains(each.tag()))
                .collect(Collectors.groupingBy(XmlElement::tag, LinkedHashMap::new, Collectors.toList()));
        return byTag.values().stream()
                .filter(values -> values.size() == 1)
                .flatMap(List::stream)
                .toList();
    }

    /** Tags that hold a value and stand several times. */
    private static Set<String> repeated(List<XmlElement> elements) {
        Set<String> once = new HashSet<>();
        Set<String> several = new HashSet<>();
        for (XmlElement each : elements) {
            if (!each.isBlock() && !once.add(each.tag())) several.add(each.tag());
        }
        return several;
    }

    private static Optional<Map<String, XmlElement>> named(
            List<XmlElement> elements, Set<String> several, boolean isTop) {
        Map<String, XmlElement> named = new LinkedHashMap<>();
        Map<String, Integer> counts = new HashMap<>();
        for (XmlElement each : elements) {
            String name = each.isBlock() || !several.contains(each.tag()) ? each.id() : each.valueId();
            int count = counts.merge(name, 1, Integer::sum);
            // Nothing stands above the top that could be replaced as a whole.
            if (isTop) named.put(name + "\n" + count, each);
            else if (!each.isElement() || count > 1) return Optional.empty();
            else named.put(name, each);
        }
        return Optional.of(named);
    }

    private static List<ConfigStatement> statements(List<XmlElement> elements) {
        return elements.stream().map(XmlElement::statement).toList();
    }
}
