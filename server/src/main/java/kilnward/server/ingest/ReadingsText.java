package kilnward.server.ingest;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import kilnward.core.series.SeriesUnit;
import kilnward.server.wire.door.Limits;
import kilnward.server.wire.door.Text;
import kilnward.server.wire.problem.FieldProblem;
import kilnward.server.wire.problem.RefusedFieldsException;
import org.apache.commons.csv.CSVException;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.apache.commons.csv.DuplicateHeaderMode;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.core.json.JsonFactory;

/**
 * Readings as text, read one by one so that what is wrong is named by its line and the rest can be kept: {@code {"readings": [{"series", "at", "value", "unit"}]}};
 * CSV (RFC 4180) with the header {@code series,at,value} or {@code series,at,value,unit}; and what comes over MQTT. Times are RFC 3339.
 */
public final class ReadingsText {
    private static final int NAME = 60;
    private static final double MOST = 1e12;
    private static final Pattern NUMBER = Pattern.compile("[+-]?(\\d{1,20}([.]\\d{0,20})?|[.]\\d{1,20})([eE][+-]?\\d{1,3})?");
    private static final Set<String> FIELDS = Set.of("series", "at", "value", "unit");
    private static final String TIME = "must be a time from 1970 to 2199 with its offset, like 2026-11-25T20:30:00Z";
    private static final String VALUE = "must be a number with a decimal point";
    private static final String UNIT = "must be a unit that is known, like C, F, RH or PPM";
    private static final CSVFormat CSV = CSVFormat.RFC4180.builder().setHeader().setSkipHeaderRecord(true).setIgnoreSurroundingSpaces(true).setTrim(true).setIgnoreEmptyLines(true)
            .setDuplicateHeaderMode(DuplicateHeaderMode.DISALLOW).get();
    private static final JsonFactory JSON = JsonFactory.builder().enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION).streamReadConstraints(StreamReadConstraints.builder()
            .maxNestingDepth(Limits.DEPTH).maxStringLength(10_000).maxNumberLength(100).maxNameLength(1_000).build()).build();

    private ReadingsText() {
    }

    /** Readings as JSON. */
    public static Sent.Read json(byte[] body) {
        List<Sent> good = new ArrayList<>();
        List<FieldProblem> bad = new ArrayList<>();
        try (JsonParser parser = JSON.createParser(ObjectReadContext.empty(), body)) {
            if (parser.nextToken() != JsonToken.START_OBJECT) {
                throw refused("", null, "must be an object with a list of readings");
            }
            boolean there = false;
            while (parser.nextToken() == JsonToken.PROPERTY_NAME) {
                if (!parser.currentName().equals("readings")) {
                    throw refused(cut(parser.currentName()), null, "is not a field known here; known is readings");
                }
                if (parser.nextToken() != JsonToken.START_ARRAY) {
                    throw refused("readings", null, "must be a list");
                }
                there = true;
                for (int index = 0; parser.nextToken() != JsonToken.END_ARRAY; index++) {
                    atMost(index);
                    one(parser, index, "readings[" + index + "]", null, null, good, bad);
                }
            }
            if (!there) {
                throw refused("readings", null, "must be given");
            }
            nothingAfter(parser);
        } catch (JacksonException broken) {
            throw refused("", null, "must be valid JSON: " + broken.getOriginalMessage());
        }
        return new Sent.Read(good, bad);
    }

    /**
     * What comes over MQTT of one series: a number, a reading, or a list of readings.
     *
     * @param arrived when a number alone was measured
     */
    public static Sent.Read mqtt(byte[] payload, String series, Instant arrived) {
        List<Sent> good = new ArrayList<>();
        List<FieldProblem> bad = new ArrayList<>();
        try (JsonParser parser = JSON.createParser(ObjectReadContext.empty(), payload)) {
            JsonToken first = parser.nextToken();
            if (first == JsonToken.START_ARRAY) {
                for (int index = 0; parser.nextToken() != JsonToken.END_ARRAY; index++) {
                    atMost(index);
                    one(parser, index, "[" + index + "]", series, null, good, bad);
                }
            } else {
                one(parser, 0, "", series, arrived, good, bad);
            }
            nothingAfter(parser);
        } catch (JacksonException broken) {
            throw refused("", null, "must be a number or valid JSON: " + broken.getOriginalMessage());
        }
        return new Sent.Read(good, bad);
    }

    private static void nothingAfter(JsonParser parser) {
        if (parser.nextToken() != null) {
            throw refused("", null, "must end after its readings");
        }
    }

    /**
     * Reads one, and its parser to its end.
     *
     * @param series  the series where the place it came to says which; null where the reading says it
     * @param arrived when a number alone was measured; null where it may not stand alone
     */
    private static void one(JsonParser parser, int index, String path, String series, Instant arrived, List<Sent> good, List<FieldProblem> bad) {
        int before = bad.size();
        if (arrived != null && parser.currentToken() != JsonToken.START_OBJECT) {
            Double value = number(parser);
            parser.skipChildren();
            if (value == null) {
                bad.add(new FieldProblem("value", null, VALUE + ", or an object with at and value"));
            } else {
                good.add(new Sent(index, series, arrived, value, Optional.empty()));
            }
            return;
        }
        if (parser.currentToken() != JsonToken.START_OBJECT) {
            parser.skipChildren();
            bad.add(new FieldProblem(path, null, "must be an object", line(parser)));
            return;
        }
        int line = line(parser);
        String named = series;
        Instant at = null;
        Double value = null;
        Optional<SeriesUnit> unit = Optional.empty();
        Set<String> seen = new TreeSet<>();
        while (parser.nextToken() == JsonToken.PROPERTY_NAME) {
            String field = parser.currentName();
            parser.nextToken();
            if (!FIELDS.contains(field) || series != null && field.equals("series")) {
                bad.add(new FieldProblem(path + "." + cut(field), null, "is not a field known here; known are " + String.join(", ", new TreeSet<>(FIELDS)), line));
            } else {
                seen.add(field);
                String text = parser.currentToken() == JsonToken.VALUE_STRING ? parser.getString() : null;
                switch (field) {
                    case "series" -> named = text == null || !isName(text) ? complain(bad, path + ".series", cut(text), "must be the id of a series", line) : text.strip();
                    case "at" -> at = time(text, bad, path + ".at", line);
                    case "value" -> {
                        value = number(parser);
                        if (value == null) {
                            complain(bad, path + ".value", cut(text), VALUE, line);
                        }
                    }
                    default -> {
                        unit = text == null ? Optional.empty() : SeriesUnit.read(text);
                        if (unit.isEmpty()) {
                            complain(bad, path + ".unit", cut(text), UNIT, line);
                        }
                    }
                }
            }
            parser.skipChildren();
        }
        for (String field : List.of("series", "at", "value")) {
            if (!seen.contains(field) && !(field.equals("series") && series != null)) {
                bad.add(new FieldProblem(path + "." + field, null, "must be given", line));
            }
        }
        if (bad.size() == before) {
            good.add(new Sent(index, named, at, value, unit));
        }
    }

    private static <T> T complain(List<FieldProblem> bad, String field, String given, String allowed, int line) {
        bad.add(new FieldProblem(field, given, allowed, line));
        return null;
    }

    private static int line(JsonParser parser) {
        return parser.currentTokenLocation().getLineNr();
    }

    private static Double number(JsonParser parser) {
        if (parser.currentToken() != JsonToken.VALUE_NUMBER_INT && parser.currentToken() != JsonToken.VALUE_NUMBER_FLOAT) {
            return null;
        }
        double value = parser.getDoubleValue();
        return Math.abs(value) <= MOST ? value : null;
    }

    /** RFC 3339 asks for seconds, which ISO 8601 leaves out where they are 0; and it allows a lower-case t and z, and a space. */
    private static Instant time(String text, List<FieldProblem> bad, String field, int line) {
        try {
            String iso = text == null ? "" : text.strip().replace(' ', 'T');
            Instant at = OffsetDateTime.parse(iso).toInstant();
            if (Limits.isMeant(at)) {
                return at;
            }
        } catch (DateTimeException none) {
            return complain(bad, field, cut(text), TIME, line);
        }
        return complain(bad, field, cut(text), TIME, line);
    }

    /** Readings as CSV. Index 0 is the first line after the header. */
    public static Sent.Read csv(byte[] body) {
        String text;
        try {
            text = StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(body)).toString();
        } catch (CharacterCodingException foreign) {
            throw refused("file", null, "must be UTF-8");
        }
        List<Sent> good = new ArrayList<>();
        List<FieldProblem> bad = new ArrayList<>();
        try (CSVParser parser = CSVParser.parse(new StringReader(text.startsWith("\ufeff") ? text.substring(1) : text), CSV)) {
            List<String> header = parser.getHeaderNames();
            if (!header.equals(List.of("series", "at", "value")) && !header.equals(List.of("series", "at", "value", "unit"))) {
                throw refused("header", cut(String.join(",", header)), "must be series,at,value or series,at,value,unit");
            }
            int index = 0;
            for (CSVRecord record : parser) {
                atMost(index);
                row(record, (int) parser.getCurrentLineNumber(), index++, header.size() == 4, good, bad);
            }
        } catch (CSVException | UncheckedIOException | IllegalArgumentException broken) {
            throw refused("file", null, "must be comma-separated text with the header series,at,value and quotes that end");
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
        return new Sent.Read(good, bad);
    }

    private static void row(CSVRecord record, int line, int index, boolean withUnit, List<Sent> good, List<FieldProblem> bad) {
        if (!record.isConsistent()) {
            bad.add(new FieldProblem("columns", record.size(), "must be as many as in the header", line));
            return;
        }
        int before = bad.size();
        String series = record.get(0);
        if (!isName(series)) {
            complain(bad, "series", cut(series), "must be the id of a series", line);
        }
        Instant at = time(record.get(1), bad, "at", line);
        String number = record.get(2);
        if (!NUMBER.matcher(number).matches() || Math.abs(Double.parseDouble(number)) > MOST) {
            complain(bad, "value", cut(number), VALUE, line);
        }
        Optional<SeriesUnit> unit = withUnit && !record.get(3).isEmpty() ? SeriesUnit.read(record.get(3)) : Optional.empty();
        if (withUnit && !record.get(3).isEmpty() && unit.isEmpty()) {
            complain(bad, "unit", cut(record.get(3)), UNIT, line);
        }
        if (bad.size() == before) {
            good.add(new Sent(index, series, at, Double.parseDouble(number), unit));
        }
    }

    private static boolean isName(String text) {
        return !text.isBlank() && text.length() <= NAME && Text.wrong(text, false).isEmpty();
    }

    private static void atMost(int index) {
        if (index >= Limits.READINGS) {
            throw refused("readings", null, "must be at most " + Limits.READINGS + " at once");
        }
    }

    private static String cut(String text) {
        return text == null || text.length() <= Limits.GIVEN ? text : text.substring(0, Limits.GIVEN);
    }

    private static RefusedFieldsException refused(String field, Object given, String allowed) {
        return new RefusedFieldsException(List.of(new FieldProblem(field, given, allowed)));
    }
}
