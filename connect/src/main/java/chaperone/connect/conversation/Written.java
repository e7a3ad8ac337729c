package chaperone.connect.conversation;

/** Whether a request that alters may have reached the device before its conversation failed. */
public enum Written {
    /** Not a byte of it was sent: the device is as it was. */
    NOTHING,
    /** Some or all of it was sent; what the device made of it can only be found out by reading. */
    UNKNOWN
}
