package chaperone.server.export;

import java.util.Locale;

/** Names of sites and devices as names of files that every system takes. */
final class FileNames {
    private static final int LONGEST = 80;

    private FileNames() {}

    static String of(String name, String otherwise) {
        StringBuilder plain = new StringBuilder();
        name.strip()
                .codePoints()
                .limit(LONGEST)
                .map(point -> isPlain(point) ? point : '_')
                .forEach(plain::appendCodePoint);
        String found = plain.toString();
        if (found.isEmpty()) return otherwise;
        // Git keeps this name for itself, and a name that begins with a dot hides.
        boolean isOdd = found.startsWith(".") || found.toLowerCase(Locale.ROOT).equals("git~1") || found.endsWith(".");
        return isOdd ? "_" + found.replace('.', '_') : found;
    }

    private static boolean isPlain(int point) {
        return Character.isLetterOrDigit(point) || " ._+-()".indexOf(point) >= 0;
    }
}
