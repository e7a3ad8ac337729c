package chaperone.core.config;

/** An odd place in a configuration that was kept as it stands; line and column count from 0. */
public record ConfigProblem(int line, int column, String message) {}
