package chaperone.server.run;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.DevicePorts;
import chaperone.server.support.FourFamilies;
import chaperone.server.support.TestServer;
import chaperone.standins.StandIn;
import chaperone.standins.device.Fault;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import tools.jackson.databind.JsonNode;

/**
 * Any fault, on any of the devices, at any command: once it is over all of them keep the change or none does, on the
 * devices themselves and by the record.
 */
@Timeout(3600)
class RunFaultSweepTest {
    /** More of them in the thorough run. */
    private static final int FAULTS = Integer.getInteger("faults", 3);

    private static final long SEED = Long.getLong("seed", 20261130L);
    private static final List<String> DEVICES =
            FourFamilies.LINES.keySet().stream().sorted().toList();
    /** Those that end a conversation or a command at a number, and those that last. */
    private static final List<Fault> NUMBERED = List.of(Fault.DROPS_AFTER, Fault.REFUSES, Fault.RESTARTS);

    private static final List<Fault> LASTING = List.of(
            Fault.NO_ANSWER,
            Fault.PORT_CLOSED,
            Fault.WRONG_CREDENTIALS,
            Fault.PRIVILEGE_REFUSED,
            Fault.HANGS,
            Fault.UNEXPECTED_PROMPT,
            Fault.LOSES_A_LINE);

    /** That a fault lasts. */
    private static final Duration LONGEST = Duration.ofSeconds(4);

    private static FourFamilies four;

    @BeforeAll
    static void start() {
        four = new FourFamilies(TestServer.startImpatient(DevicePorts.next()));
    }

    @AfterAll
    static void stop() {
        four.close();
    }

    @Test
    void allOrNoneWhateverHappens() {
        Random random = new Random(SEED);
        for (int i = 0; i < FAULTS; i++) {
            four.settle();
            Map<String, String> before = four.kept();
            long change = four.changeOfAll("sweep " + i);
            four.approve(change);
            String device = DEVICES.get(random.nextInt(DEVICES.size()));
            boolean isNumbered = random.nextBoolean();
            Fault fault = (isNumbered ? NUMBERED : LASTING)
                    .get(random.nextInt(isNumbered ? NUMBERED.size() : LASTING.size()));
            int number = 1 + random.nextInt(24);
            int begin = isNumbered ? 0 : random.nextInt(25);
            int longest = begin + 1 + random.nextInt(6);
            String what = "seed %d, %d: %s %d on %s from step %d".formatted(SEED, i, fault, number, device, begin);
            JsonNode run = faulty(change, four.device(device), fault, number, begin, longest);
            check(what, change, run, before);
        }
    }

    /** The fault is there from a step of the run on until some others have been taken, or the run is over. */
    private static JsonNode faulty(long change, StandIn device, Fault fault, int number, int begin, int end) {
        String path = "/api/changes/" + change;
        if (begin == 0) device.set(fault, number);
        four.engineer.post(path + "/run", Map.of()).json(201);
        if (begin > 0) {
            awaitSteps(path, begin);
            device.set(fault, number);
        }
        awaitSteps(path, end);
        device.clear(fault);
        return four.engineer
                .await(path + "/runs", runs -> runs.get(0).hasNonNull("endedAt"), Duration.ofMinutes(4))
                .get(0);
    }

    /** A device that is only waited for takes no step: then the time is up. */
    private static void awaitSteps(String path, int wanted) {
        long end = System.nanoTime() + LONGEST.toNanos();
        four.engineer.await(
                path + "/runs",
                runs -> System.nanoTime() > end
                        || runs.get(0).hasNonNull("endedAt")
                        || four.all(runs.get(0).get("devices")).stream()
                                        .mapToInt(line -> line.get("steps").size())
                                        .sum()
                                >= wanted);
    }

    private static void check(String what, long change, JsonNode run, Map<String, String> before) {
        boolean isKept = run.get("decision").asString().equals("KEEP");
        Map<String, String> states = four.states(run);
        assertThat(states.values())
                .as("%s: %s", what, run)
                .isSubsetOf(isKept ? Set.of("KEPT") : Set.of("GIVEN_BACK", "UNTOUCHED", "MOVED"));
        Map<String, String> after = four.kept();
        for (String name : DEVICES) {
            String text = after.get(name);
            boolean stands = text.contains(name.startsWith("ald") ? "ice-house" : "ice house");
            assertThat(stands).as("%s: %s of %s", what, name, run).isEqualTo(isKept);
            assertThat(four.device(name)
                            .device()
                            .keptSaved()
                            .contains(name.startsWith("ald") ? "ice-house" : "ice house"))
                    .as("%s: saved on %s of %s", what, name, run)
                    .isEqualTo(isKept);
        }
        assertThat(four.state(change)).as(what).isEqualTo(isKept ? "KEPT" : "APPROVED");
        if (!isKept) {
            assertThat(after).as(what).isEqualTo(before);
            four.engineer.post("/api/changes/" + change + "/drop", Map.of()).json(200);
            return;
        }
        four.undo(change);
        assertThat(four.kept()).as("%s, undone", what).isEqualTo(before);
    }
}
