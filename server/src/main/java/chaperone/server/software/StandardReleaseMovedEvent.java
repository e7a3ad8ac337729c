package chaperone.server.software;

/** Another release is the standard one of a model, or none any more. */
record StandardReleaseMovedEvent(String platform, String model) {}
