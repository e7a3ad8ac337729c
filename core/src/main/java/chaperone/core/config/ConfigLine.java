package chaperone.core.config;

/** One line in its four parts; put together they are the line as it was read. */
record ConfigLine(String indent, String text, String trailing, String ending) {

    static ConfigLine read(String raw) {
        String ending = ConfigText.endingOf(raw);
        int stop = raw.length() - ending.length();
        int from = 0;
        while (from < stop && isBlank(raw.charAt(from))) from++;
        int to = stop;
        while (to > from && isBlank(raw.charAt(to - 1))) to--;
        return new ConfigLine(raw.substring(0, from), raw.substring(from, to), raw.substring(to, stop), ending);
    }

    /** The line as it was read, ending included. */
    String raw() {
        return indent + text + trailing + ending;
    }

    /** The column at which the text starts, from 0; a tab goes on to the next multiple of {@code tabWidth}. */
    int column(int tabWidth) {
        int column = 0;
        for (int i = 0; i < indent.length(); i++) {
            column = indent.charAt(i) == '\t' ? (column / tabWidth + 1) * tabWidth : column + 1;
        }
        return column;
    }

    private static boolean isBlank(char c) {
        return c == ' ' || c == '\t' || c == '\r';
    }
}
