package upbeat.herald.server;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;

/**
 * For tests that change what others depend on: an application of their own, from the first of them to the last. Classes
 * run one after the other.
 */
public abstract class OwnAppTestCase {
    protected static RunningApp app;

    @BeforeAll
    static void openApp() {
        app = RunningApp.start();
    }

    @AfterAll
    static void closeApp() {
        app.close();
    }
}
