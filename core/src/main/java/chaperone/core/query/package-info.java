/** The words with which people choose devices: read, written back, answered. */
@org.jspecify.annotations.NullMarked
package chaperone.core.query;
