package chaperone.core.platform;

import com.google.re2j.Pattern;

/** A harmless request, and what a device of this family answers to it. */
public record Recognition(String request, Pattern answer) {}
