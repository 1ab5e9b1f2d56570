package dev.wartung.core.fault;

import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.message.EarlierText;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
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
     * @param drives  the drives that can show it; empty for all
     * @param shownBy parts of which a valve that can show it has one; empty for all valves
     */
    public record Symptom(String id, String name, List<Drive> drives, List<String> shownBy, List<Question> questions) {
        public Symptom(
                String id,
                String name,
                @Nullable List<Drive> drives,
                @Nullable List<String> shownBy,
                List<Question> questions) {
            this.id = id;
            this.name = name;
            this.drives = drives == null ? List.of() : List.copyOf(drives);
            this.shownBy = shownBy == null ? List.of() : List.copyOf(shownBy);
            this.questions = List.copyOf(questions);
        }

        /** What is wrong, as it is told. */
        public Message said() {
            return EarlierText.of("fault." + id, name);
        }

        /** One of its questions, as it is asked. */
        public Message asked(Question question) {
            return EarlierText.of("fault." + id + "." + question.id(), question.ask());
        }

        /** An answer as it is shown; it is known by the words of the sheet, whatever it is called. */
        public Message label(Question question, String answer) {
            return EarlierText.of("fault." + id + "." + question.id() + ".answer", answer);
        }

        private boolean canShow(Build build, Drive drive) {
            return (drives.isEmpty() || drives.contains(drive))
                    && (shownBy.isEmpty()
                            || shownBy.stream().anyMatch(p -> build.part(p).isPresent()));
        }

        /** Every cause any answer names, in the order of the sheet. */
        Set<String> causes() {
            Set<String> all = new LinkedHashSet<>();
            questions.forEach(q -> q.answers().values().forEach(all::addAll));
            return all;
        }
    }

    /** @param answers each with the causes it speaks for */
    public record Question(String id, String ask, Map<String, List<String>> answers) {

        /** With no other causes than these, and no answer that none of them is behind. */
        private Question among(Set<String> causes) {
            Map<String, List<String>> left = new LinkedHashMap<>();
            answers.forEach((answer, named) -> {
                List<String> possible = named.stream().filter(causes::contains).toList();
                if (!possible.isEmpty()) {
                    left.put(answer, possible);
                }
            });
            return new Question(id, ask, left);
        }
    }

    /**
     * What may be at fault.
     *
     * @param parts   ids of parts to renew; the valve renews those it has, the first first
     * @param confirm how to make sure before anything is opened
     * @param because why it is likely
     * @param todo    what cures it where no part of the valve is renewed; may be empty
     * @param on      parts of which a valve that can have it has one, taken off or not; empty for all valves
     * @param notOn   parts of which a valve that can have it has none
     * @param drives  the drives that can have it; empty for all
     */
    public record Cause(
            String id,
            String name,
            List<String> parts,
            String confirm,
            String because,
            String todo,
            List<String> on,
            List<String> notOn,
            List<Drive> drives) {
        public Cause(
                String id,
                String name,
                List<String> parts,
                String confirm,
                String because,
                @Nullable String todo,
                @Nullable List<String> on,
                @Nullable List<String> notOn,
                @Nullable List<Drive> drives) {
            this.id = id;
            this.name = name;
            this.parts = List.copyOf(parts);
            this.confirm = confirm;
            this.because = because;
            this.todo = todo == null ? "" : todo;
            this.on = on == null ? List.of() : List.copyOf(on);
            this.notOn = notOn == null ? List.of() : List.copyOf(notOn);
            this.drives = drives == null ? List.of() : List.copyOf(drives);
        }

        public Message said() {
            return EarlierText.of("cause." + id, name);
        }

        public Message whyLikely() {
            return EarlierText.of("cause." + id + ".because", because);
        }

        public Message makingSure() {
            return EarlierText.of("cause." + id + ".confirm", confirm);
        }

        /** What cures it where nothing is renewed; may be empty. */
        public Message cured() {
            return todo.isEmpty() ? Message.NONE : EarlierText.of("cause." + id + ".todo", todo);
        }

        /**
         * Whether such a valve can have it, and something can be done: a part of it renewed, or what stands in
         * {@code todo}.
         */
        private boolean canBe(Build build, Drive drive) {
            boolean has =
                    on.isEmpty() || on.stream().anyMatch(p -> build.part(p).isPresent());
            return has
                    && notOn.stream().allMatch(p -> build.part(p).isEmpty())
                    && (drives.isEmpty() || drives.contains(drive))
                    && (partOn(build).isPresent() || !todo.isEmpty());
        }

        /** The part a valve would renew for it; empty where it has none of them, or they stay in it for good. */
        public Optional<String> partOn(Build build) {
            return parts.stream()
                    .filter(p -> build.part(p).filter(part -> !part.fixed()).isPresent())
                    .findFirst();
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

    /**
     * What is left of it for one valve: the symptoms it can show, with the answers and causes that there can be on it.
     */
    public FaultFinder on(Build build, Drive drive) {
        List<Cause> possible =
                causes.stream().filter(c -> c.canBe(build, drive)).toList();
        Set<String> ids = possible.stream().map(Cause::id).collect(Collectors.toSet());
        List<Symptom> shown = symptoms.stream()
                .filter(s -> s.canShow(build, drive))
                .map(s -> new Symptom(
                        s.id(),
                        s.name(),
                        s.drives(),
                        s.shownBy(),
                        s.questions().stream()
                                .map(q -> q.among(ids))
                                .filter(q -> !q.answers().isEmpty())
                                .toList()))
                .filter(s -> !s.questions().isEmpty())
                .toList();
        return new FaultFinder(shown, possible);
    }

    public Optional<Symptom> symptom(String id) {
        return symptoms.stream().filter(s -> s.id().equals(id)).findFirst();
    }

    /** The questions worth asking after some answers: those that still tell causes apart. */
    public List<Question> open(Symptom symptom, Map<String, String> answers) {
        Set<String> left = new LinkedHashSet<>();
        suspects(symptom, answers).stream()
                .filter(Suspect::open)
                .forEach(s -> left.add(s.cause().id()));
        return symptom.questions().stream()
                .filter(q -> !answers.containsKey(q.id()))
                .filter(q -> q.answers().values().stream()
                        .anyMatch(named -> left.stream().anyMatch(named::contains) && !named.containsAll(left)))
                .toList();
    }

    /**
     * Causes by how many of the answers speak for them, most first; those that no answer speaks for are left out once
     * one was given.
     */
    public List<Suspect> suspects(Symptom symptom, Map<String, String> answers) {
        List<Suspect> suspects = new ArrayList<>();
        List<List<String>> given = symptom.questions().stream()
                .filter(q -> q.answers().containsKey(answers.getOrDefault(q.id(), "")))
                .map(q -> q.answers().get(answers.get(q.id())))
                .toList();
        for (String id : symptom.causes()) {
            int speaksFor =
                    (int) given.stream().filter(named -> named.contains(id)).count();
            if (given.isEmpty() || speaksFor > 0) {
                suspects.add(new Suspect(cause(id), speaksFor, given.size()));
            }
        }
        suspects.sort(Comparator.comparing(Suspect::speaksFor).reversed());
        return List.copyOf(suspects);
    }

    public Cause cause(String id) {
        return causes.stream()
                .filter(c -> c.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no cause " + id));
    }
}
