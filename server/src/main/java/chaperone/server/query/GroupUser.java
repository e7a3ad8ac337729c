package chaperone.server.query;

import java.util.List;

/** A part of the server that keeps queries: what they name must not go away under them. */
public interface GroupUser {
    /** All that name devices by a query now. */
    List<Use> uses();

    /**
     * @param what it is that uses them, in words
     * @param query by which it means its devices
     */
    record Use(String what, String query) {}
}
