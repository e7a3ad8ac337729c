package chaperone.standins.device;

/** A part that sits in a slot. */
public record Module(String name, String serial) {}
