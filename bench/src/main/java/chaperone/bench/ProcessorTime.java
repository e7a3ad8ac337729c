package chaperone.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;

/** Processor time so far, in seconds, as the kernel counts it: in hundredths of a second (proc(5)). */
final class ProcessorTime {
    private static final double TICKS = 100;

    private ProcessorTime() {}

    /** Of one process. */
    static double of(long pid) throws IOException {
        String line = Files.readString(Path.of("/proc/" + pid + "/stat"));
        String[] fields = line.substring(line.lastIndexOf(')') + 2).split(" ");
        return (Long.parseLong(fields[11]) + Long.parseLong(fields[12])) / TICKS;
    }

    /** Of all processes, and of the kernel. */
    static double ofAll() throws IOException {
        List<Long> all = Stream.of(Files.readAllLines(Path.of("/proc/stat"))
                        .get(0)
                        .replaceFirst("cpu +", "")
                        .split(" "))
                .map(Long::valueOf)
                .toList();
        long idle = all.get(3) + all.get(4);
        return (all.stream().limit(8).mapToLong(Long::longValue).sum() - idle) / TICKS;
    }
}
