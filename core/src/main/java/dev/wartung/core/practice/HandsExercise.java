package dev.wartung.core.practice;

import dev.wartung.core.drawing.Frame;
import dev.wartung.core.drawing.Frame.Shows;
import dev.wartung.core.drawing.Technique;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.random.RandomGenerator;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * A question about what the hands do, asked in pictures without their captions.
 *
 * @param technique what it is about
 * @param kind      what is to be done with the pictures
 * @param asked     the question
 * @param pictures  in the order they are shown
 * @param right     of one that is to be picked: its index; of pictures to be put in order: for each its place, from 1
 */
public record HandsExercise(Technique technique, Kind kind, String asked, List<Frame> pictures, List<Integer> right) {

    /** What is to be done with the pictures. */
    public enum Kind {
        /** pick the right one of two or more */
        WHICH,
        /** pick the one that shows how it must not be done */
        MISTAKE,
        /** put them in order */
        ORDER,
        /** turn it until it is right: of two pictures, one is seen at a time */
        TURN
    }

    /** Fewer have no order worth asking for. */
    private static final int FEWEST_IN_ORDER = 3;

    public HandsExercise {
        pictures = List.copyOf(pictures);
        right = List.copyOf(right);
    }

    /** Whether a technique gives anything to ask, whatever is chosen of it. */
    public static boolean isPossible(Technique technique) {
        return technique.waysToChoose().stream()
                .anyMatch(chosen -> !kinds(technique, technique.frames(chosen)).isEmpty());
    }

    /**
     * One exercise.
     *
     * @param random draws the way it is done, the kind of question and the order of the pictures; the same seed makes
     *     the same exercise
     * @return empty where the technique gives nothing to ask
     */
    public static Optional<HandsExercise> of(Technique technique, RandomGenerator random) {
        List<List<Frame>> ways = technique.waysToChoose().stream()
                .map(technique::frames)
                .filter(frames -> !kinds(technique, frames).isEmpty())
                .toList();
        if (ways.isEmpty()) {
            return Optional.empty();
        }
        List<Frame> frames = ways.get(random.nextInt(ways.size()));
        List<Kind> kinds = kinds(technique, frames);
        return Optional.of(make(technique, kinds.get(random.nextInt(kinds.size())), frames, random));
    }

    private static List<Kind> kinds(Technique technique, List<Frame> frames) {
        boolean wrong = frames.stream().anyMatch(f -> f.shows() == Shows.WRONG);
        boolean pair = wrong && frames.stream().anyMatch(f -> f.shows() == Shows.RIGHT);
        List<Kind> kinds = new ArrayList<>();
        if (pair) {
            kinds.add(technique.turns().isPresent() ? Kind.TURN : Kind.WHICH);
        } else if (wrong) {
            kinds.add(Kind.MISTAKE);
        }
        if (technique.inOrder() && sequence(frames).size() >= FEWEST_IN_ORDER) {
            kinds.add(Kind.ORDER);
        }
        return kinds;
    }

    private static List<Frame> sequence(List<Frame> frames) {
        return frames.stream().filter(f -> f.shows() != Shows.WRONG).toList();
    }

    private static HandsExercise make(Technique technique, Kind kind, List<Frame> frames, RandomGenerator random) {
        return switch (kind) {
            case WHICH -> picked(technique, kind, "Which picture is right?", pair(frames), Shows.RIGHT, random);
            case TURN -> picked(
                    technique,
                    kind,
                    "Turn " + technique.turns().orElseThrow() + " until it is right.",
                    pair(frames),
                    Shows.RIGHT,
                    random);
            case MISTAKE -> picked(
                    technique, kind, "Which picture shows how it must not be done?", frames, Shows.WRONG, random);
            case ORDER -> {
                List<Frame> sequence = sequence(frames);
                List<Integer> asTheyAre =
                        IntStream.rangeClosed(1, sequence.size()).boxed().toList();
                List<Integer> places = asTheyAre;
                while (places.equals(asTheyAre)) {
                    places = shuffled(asTheyAre, random);
                }
                yield new HandsExercise(
                        technique,
                        kind,
                        "Put the pictures in order.",
                        places.stream().map(p -> sequence.get(p - 1)).toList(),
                        places);
            }
        };
    }

    private static <T> List<T> shuffled(List<T> list, RandomGenerator random) {
        List<T> left = new ArrayList<>(list);
        List<T> shuffled = new ArrayList<>();
        while (!left.isEmpty()) {
            shuffled.add(left.remove(random.nextInt(left.size())));
        }
        return shuffled;
    }

    private static List<Frame> pair(List<Frame> frames) {
        return Stream.of(Shows.RIGHT, Shows.WRONG)
                .flatMap(
                        shows -> frames.stream().filter(f -> f.shows() == shows).limit(1))
                .toList();
    }

    private static HandsExercise picked(
            Technique technique, Kind kind, String asked, List<Frame> frames, Shows wanted, RandomGenerator random) {
        List<Frame> shuffled = shuffled(frames, random);
        return new HandsExercise(
                technique,
                kind,
                asked,
                shuffled,
                IntStream.range(0, shuffled.size())
                        .filter(i -> shuffled.get(i).shows() == wanted)
                        .boxed()
                        .limit(1)
                        .toList());
    }

    /** The pictures as they are told afterwards: in their order, or the right one before the wrong. */
    public List<Frame> inOrder() {
        if (kind == Kind.ORDER) {
            return IntStream.rangeClosed(1, right.size())
                    .mapToObj(place -> pictures.get(right.indexOf(place)))
                    .toList();
        }
        return pictures.stream()
                .sorted(Comparator.comparing(f -> f.shows() == Shows.WRONG))
                .toList();
    }

    /** Whether it was answered right. */
    public boolean isRight(List<Integer> answer) {
        return right.equals(answer);
    }

    /**
     * Whether something is an answer at all: one picture, or each picture with a place of its own.
     *
     * @return what is wrong with it, in words; empty for an answer
     */
    public Optional<Message> trouble(List<Integer> answer) {
        if (kind != Kind.ORDER) {
            return answer.size() == 1 && answer.get(0) >= 0 && answer.get(0) < pictures.size()
                    ? Optional.empty()
                    : Optional.of(Message.of("hands.pick", "Pick a picture."));
        }
        return answer.stream().sorted().toList().equals(right.stream().sorted().toList())
                ? Optional.empty()
                : Optional.of(Message.of("hands.places", "Give every picture a place, each place once."));
    }
}
