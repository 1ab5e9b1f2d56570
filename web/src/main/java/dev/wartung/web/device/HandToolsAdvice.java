package dev.wartung.web.device;

import dev.wartung.core.measure.Dimension;
import dev.wartung.web.job.bench.BenchDesk;
import java.util.Set;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.thymeleaf.context.LazyContextVariable;

/** Tells the bench what can be read off tools that send. */
@ControllerAdvice(basePackageClasses = BenchDesk.class)
class HandToolsAdvice {

    private final HandTools tools;

    HandToolsAdvice(HandTools tools) {
        this.tools = tools;
    }

    /** Looked up only where a page asks for it: few steps have a reading that a tool can send. */
    @ModelAttribute("sending")
    LazyContextVariable<Set<Dimension>> sending() {
        return new LazyContextVariable<>() {
            @Override
            protected Set<Dimension> loadValue() {
                return tools.sending();
            }
        };
    }
}
