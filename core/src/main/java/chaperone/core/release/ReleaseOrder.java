package chaperone.core.release;

import java.util.Comparator;

/**
 * Releases in their natural order: runs of digits by their number, other runs by their letters, and a release comes
 * before the same with more behind it. Costs time linear in the shorter text.
 */
public final class ReleaseOrder implements Comparator<String> {
    public static final ReleaseOrder INSTANCE = new ReleaseOrder();

    private ReleaseOrder() {}

    @Override
    public int compare(String left, String right) {
        int i = 0;
        int j = 0;
        while (i < left.length() && j < right.length()) {
            int endLeft = runEnd(left, i);
            int endRight = runEnd(right, j);
            int order = runs(left.substring(i, endLeft), right.substring(j, endRight));
            if (order != 0) return order;
            i = endLeft;
            j = endRight;
        }
        return Integer.compare(left.length() - i, right.length() - j);
    }

    private static int runs(String left, String right) {
        boolean areNumbers = isDigit(left.charAt(0)) && isDigit(right.charAt(0));
        if (!areNumbers) return left.compareToIgnoreCase(right);
        String a = withoutZeros(left);
        String b = withoutZeros(right);
        return a.length() != b.length() ? Integer.compare(a.length(), b.length()) : a.compareTo(b);
    }

    private static String withoutZeros(String digits) {
        int from = 0;
        while (from < digits.length() - 1 && digits.charAt(from) == '0') from++;
        return digits.substring(from);
    }

    private static int runEnd(String text, int from) {
        int to = from + 1;
        while (to < text.length() && isDigit(text.charAt(to)) == isDigit(text.charAt(from))) to++;
        return to;
    }

    private static boolean isDigit(char c) {
        return c >= '0' && c <= '9';
    }
}
