package dev.wartung.web.outage;

import dev.wartung.web.WartungApplication;
import dev.wartung.web.app.TestSite;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * A database of its own on a small disk of its own, two applications on it, a balancer in front. Where this user may
 * not mount a disk the database is in an ordinary folder and
 * {@link #hasOwnDisk()} says so.
 */
@SuppressWarnings("try") // whoever closes it may be interrupted
final class Rig implements AutoCloseable {

    private static final int DISK_MIB = 320;

    private final Path folder;
    private final boolean ownDisk;
    final Postgres database;
    final List<Instance> instances = new ArrayList<>();
    final Balancer balancer;

    Rig() throws Exception {
        folder = Files.createTempDirectory("wartung-outage");
        folder.toFile().setReadable(true, false);
        folder.toFile().setExecutable(true, false);
        Files.createDirectories(disk());
        ownDisk = mounted(disk());
        database = Postgres.in(disk().resolve("pg"));
        for (int i = 0; i < 2; i++) {
            instances.add(new Instance(
                    Postgres.freePort(),
                    Files.write(
                            Files.createDirectories(Path.of("target/outage")).resolve("instance-" + i + ".log"),
                            new byte[0]),
                    Instance.fromClasses(),
                    database.settings()));
        }
        balancer = new Balancer(instances);
    }

    private static boolean mounted(Path disk) throws IOException, InterruptedException {
        try {
            Postgres.run(
                    List.of("mount", "-t", "tmpfs", "-o", "size=" + DISK_MIB + "m,mode=755", "none", disk.toString()));
            return true;
        } catch (IllegalStateException e) {
            return false;
        }
    }

    private Path disk() {
        return folder.resolve("disk");
    }

    boolean hasOwnDisk() {
        return ownDisk;
    }

    /**
     * An application in this process on the same database, with the test site's people and valves in it; to be closed
     * before the others start.
     */
    ConfigurableApplicationContext prepare() {
        List<String> settings = new ArrayList<>(database.settings());
        settings.add("--server.port=0");
        ConfigurableApplicationContext context = WartungApplication.toRun().run(settings.toArray(String[]::new));
        TestSite.load(context);
        return context;
    }

    /** As whatever keeps services running would; an application that starts while the database is gone ends again. */
    void startWhatEnded() throws IOException {
        for (Instance instance : instances) {
            if (!instance.isRunning()) {
                instance.start();
            }
        }
    }

    /** One that began while the database was gone has ended again by itself: it is started again until it stays. */
    void awaitAll() throws IOException, InterruptedException {
        long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(150);
        for (Instance instance : instances) {
            while (!instance.answers()) {
                if (System.nanoTime() > until) {
                    throw new IllegalStateException("it does not come back: see target/outage");
                }
                startWhatEnded();
                Thread.sleep(100);
            }
        }
    }

    /**
     * Nothing more fits on the database's disk.
     *
     * @return to be deleted to make room again
     */
    Path fillDisk() throws IOException {
        Path ballast = disk().resolve("ballast");
        byte[] piece = new byte[1 << 16];
        try (var out = Files.newOutputStream(ballast)) {
            while (true) {
                out.write(piece);
            }
        } catch (IOException e) {
            return ballast;
        }
    }

    @Override
    public void close() throws Exception {
        balancer.close();
        for (Instance instance : instances) {
            instance.kill();
        }
        database.stop();
        if (ownDisk) {
            Postgres.run(List.of("umount", "-l", disk().toString()));
        }
        try (Stream<Path> all = Files.walk(folder)) {
            all.sorted((a, b) -> b.compareTo(a)).forEach(p -> p.toFile().delete());
        }
    }
}
