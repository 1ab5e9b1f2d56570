package dev.wartung.web;

import org.springframework.beans.factory.config.DependencyDescriptor;
import org.springframework.beans.factory.support.DefaultListableBeanFactory;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.annotation.ContextAnnotationAutowireCandidateResolver;
import org.springframework.data.repository.Repository;

/**
 * Gives who needs a repository a stand-in that finds it at its first use, so that the rest of the application comes up
 * while Hibernate
 * still does on another thread. {@code bootstrap-mode: deferred} does the same, but only where beans are not prepared
 * ahead of time.
 */
final class RepositoriesWhenNeeded extends ContextAnnotationAutowireCandidateResolver {

    private RepositoriesWhenNeeded() {}

    static void in(ConfigurableApplicationContext context) {
        ((DefaultListableBeanFactory) context.getBeanFactory())
                .setAutowireCandidateResolver(new RepositoriesWhenNeeded());
    }

    @Override
    protected boolean isLazy(DependencyDescriptor descriptor) {
        return super.isLazy(descriptor) || Repository.class.isAssignableFrom(descriptor.getDependencyType());
    }
}
