package dev.wartung.web.app;

import java.util.List;
import org.junit.jupiter.api.extension.AfterEachCallback;
import org.junit.jupiter.api.extension.BeforeEachCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;

/** Tests that call a service without a page between: Tessa, the technician of {@link TestSite}, is the one who acts. */
public final class TessaAtWork implements BeforeEachCallback, AfterEachCallback {

    /** From here until the end of the test somebody else acts. */
    public static void actAs(String name) {
        SecurityContextHolder.getContext()
                .setAuthentication(UsernamePasswordAuthenticationToken.authenticated(name, "", List.of()));
    }

    @Override
    public void beforeEach(ExtensionContext test) {
        actAs("tessa");
    }

    @Override
    public void afterEach(ExtensionContext test) {
        SecurityContextHolder.clearContext();
    }
}
