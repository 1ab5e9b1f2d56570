package dev.wartung.web.mutation;

import org.junit.platform.engine.discovery.DiscoverySelectors;
import org.junit.platform.launcher.Launcher;
import org.junit.platform.launcher.core.LauncherDiscoveryRequestBuilder;
import org.junit.platform.launcher.core.LauncherFactory;
import org.junit.platform.launcher.listeners.SummaryGeneratingListener;
import org.junit.platform.launcher.listeners.TestExecutionSummary;
import org.junit.platform.launcher.listeners.TestExecutionSummary.Failure;

/** Runs one test by its name, in a machine of its own. */
final class OneTest {

    static final int PASSED = 10;
    static final int FAILED = 11;
    static final int NONE = 12;

    private OneTest() {}

    /** @param arguments the class, and the method whatever it takes */
    public static void main(String[] arguments) throws ClassNotFoundException {
        Class<?> type = Class.forName(arguments[0]);
        LauncherDiscoveryRequestBuilder request = LauncherDiscoveryRequestBuilder.request();
        for (var method : type.getDeclaredMethods()) {
            if (method.getName().equals(arguments[1]) && !method.isSynthetic()) {
                request.selectors(DiscoverySelectors.selectMethod(type, method));
            }
        }
        SummaryGeneratingListener heard = new SummaryGeneratingListener();
        Launcher launcher = LauncherFactory.create();
        launcher.execute(request.build(), heard);
        TestExecutionSummary summary = heard.getSummary();
        summary.getFailures().stream()
                .limit(1)
                .map(Failure::getException)
                .forEach(e -> System.out.println("FAILED: " + e));
        // a class that does not get as far as its tests says nothing of them
        System.exit(summary.getTestsFailedCount() > 0 ? FAILED : summary.getTestsSucceededCount() > 0 ? PASSED : NONE);
    }
}
