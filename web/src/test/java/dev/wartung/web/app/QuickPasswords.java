package dev.wartung.web.app;

import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;

/**
 * Hashes that cost next to nothing, of the same kind as the application's: what tries of passwords lead to does not
 * follow from how long one takes, and a whole run makes thousands. How strong the real ones are is asked of the real
 * encoder, and packaged applications have it.
 */
final class QuickPasswords implements BeanPostProcessor {

    private static final int SALT = 16;
    private static final int LENGTH = 32;
    private static final int KILOBYTES = 64;

    private QuickPasswords() {}

    static PasswordEncoder encoder() {
        return new Argon2PasswordEncoder(SALT, LENGTH, 1, KILOBYTES, 1);
    }

    /** Takes the place of the encoder of an application that is about to start. */
    static void in(ConfigurableApplicationContext context) {
        context.getBeanFactory().addBeanPostProcessor(new QuickPasswords());
    }

    @Override
    public Object postProcessAfterInitialization(Object bean, String name) {
        return bean instanceof PasswordEncoder ? encoder() : bean;
    }
}
