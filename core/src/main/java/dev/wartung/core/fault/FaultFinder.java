package dev.wartung.core.fault;

import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Drive;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Symptoms, questions and causes, as data: {@code faults.yaml}.
 *
 * @param symptoms in the order they are offered
 * @param causes   by id
 */
public record FaultFinder(List<Symptom> symptoms, List<Cause> causes) {

    /**
     * What is wrong, as it is reported.
     *
     * @param drives the drives that can show it; empty for all
     */
    public record Symptom(String id, String name, List<Drive> drives, List<Question> questions) {
        public Symptom(String id, String name, @Nullable List<Drive> drives, List<Question> questions) {
            this.id = id;
            this.name = name;
            this.drives = drives == null ? List.of() : List.copyOf(drives);
            this.questions = List.copyOf(questions);
        }

        /** Every cause any answer names, in the order of the sheet. */
        Set<String> causes() {
            Set<String> all = new LinkedHashSet<>();
            questions.forEach(q -> q.answers().values().forEach(all::addAll));
            return all;
        }
    }

    /** @param answers each with the causes it speaks for */
    public record Question(String id, String ask, Map<String, List<String>> answers) {}

    /**
     * What may be at fault.
     *
     * @param parts   ids of parts to renew; the valve renews those it has, the first first
     * @param confirm how to make sure before anything is opened
     * @param because why it is likely
     * @param todo    what cures it where no part of the valve is renewed
     */
    public record Cause(String id, String name, List<String> parts, String confirm, String because, String todo) {
        public Cause(String id, String name, List<String> parts, String confirm, String because, @Nullable String todo) {
            this.id = id;
            this.name = name;
            this.parts = List.copyOf(parts);
            this.confirm = confirm;
            this.because = because;
            this.todo = todo == null ? "" : todo;
        }

        /** The part a valve would renew for it; empty where it has none of them, or they stay in it for good. */
        public Optional<String> partOn(Build build) {
            return parts.stream().filter(p -> build.part(p).filter(part -> !part.fixed()).isPresent()).findFirst();
        }
    }

    /**
     * A cause with what speaks for it.
     *
     * @param speaksFor how many of the answers given name it
     * @param answered  how many answers were given
     */
    public record Suspect(Cause cause, int speaksFor, int answered) {

        /** No answer speaks against it. */
        public boolean open() {
            return speaksFor == answered;
        }
    }

    /** Symptoms a valve can show: by its drive, and where parts are suspected at all, it has one of them. */
    public List<Symptom> symptomsOf(Build build, Drive drive) {
        return symptoms.stream().filter(s -> s.drives().isEmpty() || s.drives().contains(drive)).filter(s -> {
            List<Cause> withParts = s.causes().stream().map(this::cause).filter(c -> !c.parts().isEmpty()).toList();
            return withParts.isEmpty() || withParts.stream().anyMatch(c -> c.partOn(build).isPresent());
        }).toList();
    }

    public Optional<Symptom> symptom(String id) {
        return symptoms.stream().filter(s -> s.id().equals(id)).findFirst();
    }

    /** The questions worth asking after some answers: those that still tell causes apart. */
    public List<Question> open(Symptom symptom, Map<String, String> answers) {
        Set<String> left = new LinkedHashSet<>();
        suspects(symptom, answers).stream().filter(Suspect::open).forEach(s -> left.add(s.cause().id()));
        return symptom.questions().stream().filter(q -> !answers.containsKey(q.id()))
                .filter(q -> q.answers().values().stream().anyMatch(named -> left.stream().anyMatch(named::contains) && !named.containsAll(left))).toList();
    }

    /** Causes by how many of the answers speak for them, most first; those that no answer speaks for are left out once one was given. */
    public List<Suspect> suspects(Symptom symptom, Map<String, String> answers) {
        List<Suspect> suspects = new ArrayList<>();
        List<List<String>> given = symptom.questions().stream().filter(q -> q.answers().containsKey(answers.getOrDefault(q.id(), "")))
                .map(q -> q.answers().get(answers.get(q.id()))).toList();
        for (String id : symptom.causes()) {
            int speaksFor = (int) given.stream().filter(named -> named.contains(id)).count();
            if (given.isEmpty() || speaksFor > 0) {
                suspects.add(new Suspect(cause(id), speaksFor, given.size()));
            }
        }
        suspects.sort(Comparator.comparing(Suspect::speaksFor).reversed());
        return List.copyOf(suspects);
    }

    public Cause cause(String id) {
        return causes.stream().filter(c -> c.id().equals(id)).findFirst().orElseThrow(() -> new IllegalArgumentException("no cause " + id));
    }
}
