package chaperone.core.platform;

import com.google.re2j.Pattern;

/** A harmless command, and what a device of this family answers to it. */
public record Recognition(String command, Pattern answer) {}
