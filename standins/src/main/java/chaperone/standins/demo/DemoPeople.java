package chaperone.standins.demo;

import chaperone.standins.Syslog;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;

/** Who altered a device in the weeks before the demo, and what the device said of it. The same for the same name. */
final class DemoPeople {
    static final Person ODUYA = new Person(DemoFleet.PERSON, "198.51.100.41", "ssh");
    static final Person MAREK = new Person("j.marek", "198.51.100.57", "ssh");
    static final Person VENDOR = new Person("svc-vendor", "203.0.113.9", "ssh");
    /** Nobody is asked for an account at the cable, and it is not said who it was. */
    static final Person AT_THE_CABLE = new Person("cable", "", "cable");

    private final Unit unit;
    private final Random random;

    /** @param from the address; empty at the cable */
    record Person(String account, String from, String way) {}

    DemoPeople(Unit unit) {
        this.unit = unit;
        this.random = new Random(31L * unit.name().hashCode());
    }

    Person next() {
        int drawn = random.nextInt(100);
        if (drawn < 55) return ODUYA;
        if (drawn < 82) return MAREK;
        return drawn < 90 ? VENDOR : AT_THE_CABLE;
    }

    /** A log-in some minutes before the edit; now and then the message of it is lost on its way. */
    List<PastMessage> messagesOf(Person person, Instant edited) {
        List<PastMessage> messages = new ArrayList<>();
        if (person.equals(AT_THE_CABLE)) return messages;
        Instant loggedIn = edited.minus(Duration.ofSeconds(40 + random.nextInt(900)));
        boolean isLost = random.nextInt(12) == 0;
        if (!isLost) messages.add(said("LOGIN", person, "log-in", loggedIn));
        messages.add(said("EDITED", person, "configuration edited", edited));
        return messages;
    }

    private PastMessage said(String kind, Person person, String text, Instant at) {
        Map<String, String> data = Map.of("account", person.account(), "from", person.from(), "way", person.way());
        String program = unit.hardware().maker().toLowerCase(Locale.ROOT);
        return new PastMessage(at, new Syslog.Message(unit.name(), program, kind, data, text).at(at));
    }
}
