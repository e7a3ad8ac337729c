package chaperone.standins.demo;

import java.util.Locale;
import java.util.stream.Stream;

/** Where devices stand: terminals, the centre, ships. The number is the third part of their addresses. */
enum Place {
    BRKW("Brackwater", 1),
    CAIRN("Cairn Point", 2),
    DUNS("Dunsay", 3),
    ESTH("Eastholm", 4),
    FENN("Fennick", 5),
    GULL("Gull Rock", 6),
    HARR("Harrowby", 7),
    INCH("Inchmore", 8),
    ALD("Aldermouth", 9),
    MV_AVOCET("MV Avocet", 21),
    MV_BITTERN("MV Bittern", 22),
    MV_CURLEW("MV Curlew", 23),
    MV_DUNLIN("MV Dunlin", 24),
    MV_EIDER("MV Eider", 25),
    MV_FULMAR("MV Fulmar", 26),
    MV_GANNET("MV Gannet", 27),
    MV_HERON("MV Heron", 28),
    MV_IBIS("MV Ibis", 29);

    public final String fullName;
    final int number;

    Place(String fullName, int number) {
        this.fullName = fullName;
        this.number = number;
    }

    public String code() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    boolean isShip() {
        return number > 20;
    }

    boolean isTerminal() {
        return number < 9;
    }

    /** Counted from 0 among places of its own kind. */
    int index() {
        return isShip() ? number - 21 : number - 1;
    }

    /** Where a ship has its berth. */
    Place berth() {
        return terminals().toList().get(index() % 8);
    }

    static Stream<Place> terminals() {
        return Stream.of(values()).filter(Place::isTerminal);
    }

    static Stream<Place> ships() {
        return Stream.of(values()).filter(Place::isShip);
    }
}
