package chaperone.server.fleet;

/** What can be told of a device beside its configuration. */
public enum EventKind {
    ADDED("brought into the fleet"),
    NAME("has another name"),
    MODEL("is another model"),
    SERIAL("has another serial number"),
    RELEASE("runs another release"),
    MAC_BASE("has another MAC base"),
    INSTALL_MODE("has its software installed in another way"),
    MODULE_INSERTED("module inserted"),
    MODULE_TAKEN_OUT("module taken out"),
    MODULE_REPLACED("module replaced"),
    STORAGE_TOTAL("has another amount of storage"),
    STORAGE_FREE("free storage moved"),
    RESTARTED("restarted"),
    INCOMPLETE("copied in part only"),
    WHOLE("copied whole again"),
    FAILED("could not be talked to"),
    ANSWERS_AGAIN("answers again"),
    EDITED("says that it was edited"),
    ADDRESS("has another address"),
    HOST_KEY("shows another key or certificate");

    private final String meaning;

    EventKind(String meaning) {
        this.meaning = meaning;
    }

    public String meaning() {
        return meaning;
    }
}
