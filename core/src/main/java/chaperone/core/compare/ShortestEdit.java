package chaperone.core.compare;

import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;

/**
 * Finds which items of two sequences to remove and add so that the one becomes the other, with as few as possible.
 *
 * <p>The linear-space form of E. W. Myers, "An O(ND) Difference Algorithm and Its Variations", Algorithmica 1 (1986):
 * two searches, from the start and from the end, meet in the middle of a shortest path, which splits the box in two.
 * Chosen because configurations differ little: the cost is O((N + M) D) in the worst case, near N + M for long equal
 * runs, with O(N + M) memory. A box whose half-path grows beyond {@value #LONGEST_HALF_PATH} is split at the point that
 * reaches furthest instead; the script is then valid, but may not be the shortest ({@link #isShortest}).
 */
final class ShortestEdit {
    private static final int LONGEST_HALF_PATH = 2048;

    /** Items that the other side lacks; true at an index means removed (before) or added (after). */
    final boolean[] removed;

    final boolean[] added;

    private final int[] before;
    private final int[] after;

    /** Furthest x on each diagonal k = x - y, stored at {@code k + after.length + 1}; forward and backward search. */
    private final int[] forward;

    private final int[] backward;
    private boolean shortest = true;

    private record Box(int left, int right, int top, int bottom) {}

    /** A point on the path; the box is split there. */
    private record Point(int x, int y) {}

    ShortestEdit(int[] before, int[] after) {
        this.before = before;
        this.after = after;
        removed = new boolean[before.length];
        added = new boolean[after.length];
        forward = new int[before.length + after.length + 3];
        backward = new int[before.length + after.length + 3];
        solve();
    }

    boolean isShortest() {
        return shortest;
    }

    private void solve() {
        // A stack of our own: the depth of recursion could reach the length of a hostile text.
        Deque<Box> open = new ArrayDeque<>();
        open.push(new Box(0, before.length, 0, after.length));
        while (!open.isEmpty()) {
            Box box = withoutEqualEnds(open.pop());
            if (box.left == box.right) {
                Arrays.fill(added, box.top, box.bottom, true);
            } else if (box.top == box.bottom) {
                Arrays.fill(removed, box.left, box.right, true);
            } else {
                Point split = middle(box);
                open.push(new Box(box.left, split.x, box.top, split.y));
                open.push(new Box(split.x, box.right, split.y, box.bottom));
            }
        }
    }

    private Box withoutEqualEnds(Box box) {
        int left = box.left, right = box.right, top = box.top, bottom = box.bottom;
        while (left < right && top < bottom && before[left] == after[top]) {
            left++;
            top++;
        }
        while (left < right && top < bottom && before[right - 1] == after[bottom - 1]) {
            right--;
            bottom--;
        }
        return new Box(left, right, top, bottom);
    }

    /** A point that divides a shortest path through the box; never one of the box's own corners. */
    private Point middle(Box box) {
        int base = after.length + 1;
        int startDiagonal = box.left - box.top;
        int endDiagonal = box.right - box.bottom;
        boolean odd = ((startDiagonal - endDiagonal) & 1) != 0;
        int lowest = box.left - box.bottom;
        int highest = box.right - box.top;
        int forwardLow = startDiagonal, forwardHigh = startDiagonal;
        int backwardLow = endDiagonal, backwardHigh = endDiagonal;
        forward[base + startDiagonal] = box.left;
        backward[base + endDiagonal] = box.right;
        for (int steps = 1; ; steps++) {
            // Widen by one diagonal on each side while inside the box, else narrow, so that parity stays right.
            if (forwardLow > lowest) forward[base + --forwardLow - 1] = -1;
            else forwardLow++;
            if (forwardHigh < highest) forward[base + ++forwardHigh + 1] = -1;
            else forwardHigh--;
            for (int k = forwardHigh; k >= forwardLow; k -= 2) {
                int x = Math.max(forward[base + k - 1] + 1, forward[base + k + 1]);
                int y = x - k;
                while (x < box.right && y < box.bottom && before[x] == after[y]) {
                    x++;
                    y++;
                }
                forward[base + k] = x;
                if (odd && backwardLow <= k && k <= backwardHigh && backward[base + k] <= x) return new Point(x, y);
            }
            if (backwardLow > lowest) backward[base + --backwardLow - 1] = Integer.MAX_VALUE;
            else backwardLow++;
            if (backwardHigh < highest) backward[base + ++backwardHigh + 1] = Integer.MAX_VALUE;
            else backwardHigh--;
            for (int k = backwardHigh; k >= backwardLow; k -= 2) {
                int x = Math.min(backward[base + k - 1], backward[base + k + 1] - 1);
                int y = x - k;
                while (x > box.left && y > box.top && before[x - 1] == after[y - 1]) {
                    x--;
                    y--;
                }
                backward[base + k] = x;
                if (!odd && forwardLow <= k && k <= forwardHigh && x <= forward[base + k]) return new Point(x, y);
            }
            if (steps >= LONGEST_HALF_PATH) {
                shortest = false;
                return furthest(box, forwardLow, forwardHigh);
            }
        }
    }

    /** The point of the forward search that has taken the most items of both sides. */
    private Point furthest(Box box, int low, int high) {
        Point best = new Point(box.left, box.top);
        for (int k = high; k >= low; k -= 2) {
            int x = Math.min(forward[after.length + 1 + k], box.right);
            int y = x - k;
            if (y > box.bottom) {
                y = box.bottom;
                x = y + k;
            }
            if (x + y > best.x + best.y) best = new Point(x, y);
        }
        return best;
    }
}
