package kilnward.core.finding;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Pattern;

/**
 * One judgement, with its numbers, its reason and its remedy.
 *
 * @param code     stable name of the kind of finding, in kebab case
 * @param severity how much it wants of the keeper
 * @param title    the judgement in a few words
 * @param reason   why, in a sentence or two; {@code {name}} stands for the number, or the name somebody gave, of that slot
 * @param numbers  the numbers it rests on
 * @param names    names that people gave and that stand in its sentences: never part of a sentence themselves, whatever is written in them
 * @param remedy   what to do; {@link Remedy#NONE} for a symptom, which goes with its cause
 * @param about    what it is about
 * @param towards  to which side of what is wanted it leads
 * @param explains what else is found only because of this; their remedy is this one's
 */
public record Finding(String code, Severity severity, String title, String reason, Map<String, QuantityValue> numbers, Map<String, String> names,
        Remedy remedy, Subject about, Towards towards, List<Finding> explains) {
    private static final Pattern SLOT = Pattern.compile("\\{(\\w+)}");
    /** The slot that names what a finding is about, where several of one kind are found. */
    private static final String ABOUT = "about";
    private static final String DAY = "onDay";

    /**
     * What a finding is about.
     *
     * @param id   id of a controller, a probe or an appliance; empty for the chamber as a whole
     * @param part which of its keys or sides; empty for all of it
     * @param name what the keeper calls it
     */
    public record Subject(String id, String part, String name) {
        /** The chamber as a whole. */
        public static final Subject CHAMBER = new Subject("", "", "");

        public Subject {
            Objects.requireNonNull(id, "id");
            Objects.requireNonNull(part, "part");
            Objects.requireNonNull(name, "name");
        }
    }

    /** To which side of what is wanted something leads. */
    public enum Towards {
        /** Too cool, too dry. */
        LOW,
        /** Too warm, too damp. */
        HIGH,
        /** To both. */
        BOTH,
        /** To neither, or nobody can tell. */
        NEITHER;

        /** Whether what leads this way can be why something else stands that way. */
        public boolean explains(Towards other) {
            return this == other || this == BOTH || other == BOTH && this != NEITHER;
        }
    }

    public Finding {
        Objects.requireNonNull(code, "code");
        Objects.requireNonNull(severity, "severity");
        Objects.requireNonNull(about, "about");
        Objects.requireNonNull(towards, "towards");
        numbers = Map.copyOf(numbers);
        names = Map.copyOf(names);
        explains = List.copyOf(explains);
        requireSlots(code, title, numbers, names);
        requireSlots(code, reason, numbers, names);
        for (Remedy tried = remedy; tried != null; tried = tried.otherwise().orElse(null)) {
            requireSlots(code, tried.text(), numbers, names);
        }
    }

    /** A finding about the chamber as a whole. */
    public Finding(String code, Severity severity, String title, String reason, Map<String, QuantityValue> numbers, Remedy remedy) {
        this(code, severity, title, reason, numbers, Map.of(), remedy, Subject.CHAMBER, Towards.NEITHER, List.of());
    }

    private static void requireSlots(String code, String text, Map<String, QuantityValue> numbers, Map<String, String> names) {
        var slots = SLOT.matcher(text);
        while (slots.find()) {
            if (!numbers.containsKey(slots.group(1)) && !names.containsKey(slots.group(1))) {
                throw new IllegalArgumentException(code + " has nothing for the slot " + slots.group());
            }
        }
    }

    /** The same about something. */
    public Finding about(String id, String part, String name) {
        return new Finding(code, severity, title, reason, numbers, names, remedy, new Subject(id, part, name), towards, explains);
    }

    /** The same, leading to one side. */
    public Finding towards(Towards side) {
        return new Finding(code, severity, title, reason, numbers, names, remedy, about, side, explains);
    }

    /** The same with another remedy. */
    public Finding with(Remedy other) {
        return new Finding(code, severity, title, reason, numbers, names, other, about, towards, explains);
    }

    /** The same with what is found only because of it; it is as urgent as the most urgent of them. */
    public Finding explaining(List<Finding> symptoms) {
        Severity most = severity;
        for (Finding symptom : symptoms) {
            most = symptom.severity.compareTo(most) < 0 ? symptom.severity : most;
        }
        return new Finding(code, most, title, reason, numbers, names, remedy, about, towards,
                symptoms.stream().map(symptom -> symptom.with(Remedy.NONE)).toList());
    }

    /** The same with its symptoms told otherwise. */
    public Finding withExplained(List<Finding> symptoms) {
        return new Finding(code, severity, title, reason, numbers, names, remedy, about, towards, symptoms);
    }

    /** The same with the name of what it is about before its title, for where several of one kind are found. */
    public Finding named() {
        if (about.name().isEmpty()) {
            return this;
        }
        Map<String, String> named = new HashMap<>(names);
        named.put(ABOUT, about.name());
        return new Finding(code, severity, "{" + ABOUT + "}: " + title, reason, numbers, named, remedy, about, towards, explains);
    }

    /** The same as it is found on a day of the batch. */
    public Finding onDay(double day) {
        Map<String, QuantityValue> with = new HashMap<>(numbers);
        with.put(DAY, new QuantityValue(day, Unit.COUNT));
        // What is keyed in today may be right today: nobody is told to change it before the day on which it is not.
        Remedy then = remedy.step() != Step.SETTINGS ? remedy
                : Remedy.byHand("From about day {" + DAY + "} it needs other settings: propose settings again on that day", Step.SETTINGS);
        return new Finding(code, severity, title, "On day {" + DAY + "}: " + reason, with, names, then, about, towards, explains);
    }

    /** Whether this and another are the same judgement about the same thing, whatever their numbers are. */
    public boolean isSameAs(Finding other) {
        return code.equals(other.code) && about.id().equals(other.about.id()) && about.part().equals(other.about.part());
    }
}
