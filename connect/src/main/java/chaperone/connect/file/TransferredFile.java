package chaperone.connect.file;

/**
 * What went over the line.
 *
 * @param size in bytes
 * @param sha256 of exactly these bytes (FIPS 180-4), in small hexadecimal digits
 */
public record TransferredFile(long size, String sha256) {}
