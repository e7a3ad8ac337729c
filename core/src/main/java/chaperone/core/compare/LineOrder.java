package chaperone.core.compare;

import java.util.List;

/** An order of texts, line by line: by it an answer is the same whichever of two texts is given first. */
final class LineOrder {
    private LineOrder() {}

    static int compare(List<String> one, List<String> other) {
        int length = Math.min(one.size(), other.size());
        for (int i = 0; i < length; i++) {
            int order = one.get(i).compareTo(other.get(i));
            if (order != 0) return order;
        }
        return Integer.compare(one.size(), other.size());
    }
}
