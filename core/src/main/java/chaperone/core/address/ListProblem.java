package chaperone.core.address;

/**
 * Why a list cannot be taken; line and column count from 0.
 *
 * @param column the field's place in its line
 */
public record ListProblem(int line, int column, String message) {}
