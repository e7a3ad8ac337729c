package chaperone.standins;

import chaperone.standins.control.ControlServer;
import chaperone.standins.demo.DemoStart;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;

/**
 * {@code serve STATE PORT CONTROL-PORT COLLECTOR-PORT} runs the demo's devices; {@code history TARGET PORT} writes their
 * past; {@code many COUNT PORT} runs so many access switches for measurements.
 */
public final class StandInsMain {
    private StandInsMain() {}

    public static void main(String[] args) throws IOException, InterruptedException {
        if (args.length == 3 && args[0].equals("history")) {
            DemoStart.writeHistory(
                    Path.of(args[1]),
                    Integer.parseInt(args[2]),
                    Clock.systemUTC().instant());
        } else if (args.length == 5 && args[0].equals("serve")) {
            serve(Path.of(args[1]), Integer.parseInt(args[2]), Integer.parseInt(args[3]), Integer.parseInt(args[4]));
        } else if (args.length == 3 && args[0].equals("many")) {
            many(Integer.parseInt(args[1]), Integer.parseInt(args[2]));
        } else {
            System.err.println(
                    "usage: serve STATE PORT CONTROL-PORT COLLECTOR-PORT | history TARGET PORT | many COUNT PORT");
            System.exit(2);
        }
    }

    private static void many(int count, int port) throws InterruptedException {
        StandIns standIns =
                new StandIns(new InetSocketAddress("127.0.0.1", 9), Clock.systemUTC(), Duration.ofSeconds(8));
        DemoStart.startMany(standIns, count, port);
        System.out.println("stand-ins ready: " + standIns.all().size());
        new CountDownLatch(1).await();
    }

    private static void serve(Path state, int port, int controlPort, int collectorPort) throws InterruptedException {
        Clock clock = Clock.systemUTC();
        StandIns standIns =
                new StandIns(new InetSocketAddress("127.0.0.1", collectorPort), clock, Duration.ofSeconds(8));
        DemoStart.start(standIns, port, Optional.of(state), clock.instant());
        DemoStart.sail(standIns, clock);
        ControlServer control = new ControlServer(controlPort, standIns);
        CountDownLatch stopped = new CountDownLatch(1);
        Runtime.getRuntime().addShutdownHook(new Thread(() -> {
            DemoStart.keep(standIns, state);
            control.close();
            standIns.close();
            stopped.countDown();
        }));
        System.out.println("stand-ins ready: " + standIns.all().size() + ", control at 127.0.0.1:" + control.port());
        stopped.await();
    }
}
