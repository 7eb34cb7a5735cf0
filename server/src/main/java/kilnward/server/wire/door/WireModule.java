package kilnward.server.wire.door;

import jakarta.validation.constraints.Size;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import kilnward.core.finding.RefusedValueException;
import org.springframework.stereotype.Component;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.databind.BeanDescription;
import tools.jackson.databind.BeanProperty;
import tools.jackson.databind.DeserializationConfig;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.KeyDeserializer;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.ValueDeserializer;
import tools.jackson.databind.deser.ValueDeserializerModifier;
import tools.jackson.databind.deser.std.DelegatingDeserializer;
import tools.jackson.databind.deser.std.StdDeserializer;
import tools.jackson.databind.module.SimpleModule;
import tools.jackson.databind.ser.std.StdSerializer;
import tools.jackson.databind.type.CollectionType;
import tools.jackson.databind.type.MapType;

/** How JSON is read: text by one rule, times as they are written, and no list longer than it may be before anybody looks at what stands in it. */
@Component
public class WireModule extends SimpleModule {
    private static final long serialVersionUID = 1L;
    /** Records of the core go over the wire as they are and carry no annotations of the server: a school's explanation. */
    private static final Set<String> LINES_IN_CORE = Set.of("explanation");

    public WireModule() {
        super("wire");
        addDeserializer(String.class, new TextReader(false));
        addDeserializer(Instant.class, new TimeReader<>(Instant.class, text -> OffsetDateTime.parse(text).toInstant(), Limits::isMeant,
                "must be an instant from 1970 to 2199 with its offset, like 2026-11-25T20:30:00Z"));
        addDeserializer(LocalDate.class, new TimeReader<>(LocalDate.class, LocalDate::parse, Limits::isMeant, "must be a day from 1900 to 2199, like 2026-11-25"));
        addSerializer(Double.class, new FiniteWriter());
        addSerializer(double.class, new FiniteWriter());
        addKeyDeserializer(String.class, new KeyReader());
        setDeserializerModifier(new ValueDeserializerModifier() {
            private static final long serialVersionUID = 1L;

            @Override
            public ValueDeserializer<?> modifyCollectionDeserializer(DeserializationConfig config, CollectionType type, BeanDescription.Supplier bean,
                    ValueDeserializer<?> reader) {
                return new Counted(reader, Integer.MAX_VALUE);
            }

            @Override
            public ValueDeserializer<?> modifyMapDeserializer(DeserializationConfig config, MapType type, BeanDescription.Supplier bean, ValueDeserializer<?> reader) {
                return new Counted(reader, Integer.MAX_VALUE);
            }
        });
    }

    /** Refused without a name of its own: the path to it says which. */
    private static RefusedValueException refused(Object given, String allowed) {
        return new RefusedValueException("", given, allowed);
    }

    private static final class TextReader extends StdDeserializer<String> {
        private final boolean lines;

        private TextReader(boolean lines) {
            super(String.class);
            this.lines = lines;
        }

        @Override
        public ValueDeserializer<?> createContextual(DeserializationContext context, BeanProperty property) {
            return property != null && (property.getAnnotation(ManyLines.class) != null || LINES_IN_CORE.contains(property.getName())) ? new TextReader(true) : this;
        }

        @Override
        public String deserialize(JsonParser parser, DeserializationContext context) {
            if (parser.currentToken() != JsonToken.VALUE_STRING) {
                return (String) context.handleUnexpectedToken(String.class, parser);
            }
            String text = parser.getString();
            Optional<String> wrong = Text.wrong(text.replace("\r\n", "\n"), lines);
            if (wrong.isPresent()) {
                throw refused(null, wrong.get());
            }
            return Text.kept(text);
        }
    }

    /** JSON knows no infinity: what never happens is not there. */
    private static final class FiniteWriter extends StdSerializer<Double> {
        private FiniteWriter() {
            super(Double.class);
        }

        @Override
        public void serialize(Double value, JsonGenerator out, SerializationContext context) {
            if (Double.isFinite(value)) {
                out.writeNumber(value);
            } else {
                out.writeNull();
            }
        }
    }

    private static final class KeyReader extends KeyDeserializer {
        @Override
        public Object deserializeKey(String key, DeserializationContext context) {
            Optional<String> wrong = Text.wrong(key, false);
            if (wrong.isPresent()) {
                throw refused(null, wrong.get());
            }
            return Text.kept(key);
        }
    }

    /** Only what is written as a time is one: a bare number could be seconds, milliseconds or a slip. */
    private static final class TimeReader<T> extends StdDeserializer<T> {
        private final transient Function<String, T> parse;
        private final transient Predicate<T> isMeant;
        private final String allowed;

        private TimeReader(Class<T> kind, Function<String, T> parse, Predicate<T> isMeant, String allowed) {
            super(kind);
            this.parse = parse;
            this.isMeant = isMeant;
            this.allowed = allowed;
        }

        @Override
        public T deserialize(JsonParser parser, DeserializationContext context) {
            String text = parser.currentToken() == JsonToken.VALUE_STRING ? parser.getString() : null;
            try {
                T time = text == null ? null : parse.apply(text.strip());
                if (time == null || !isMeant.test(time)) {
                    throw refused(text, allowed);
                }
                return time;
            } catch (DateTimeException none) {
                throw refused(text, allowed);
            }
        }
    }

    /** A list or map that knows how long it may be: one that is longer is refused whole, and nothing in it is looked at. */
    private static final class Counted extends DelegatingDeserializer {
        private final int most;

        private Counted(ValueDeserializer<?> reader, int most) {
            super(reader);
            this.most = most;
        }

        @Override
        protected ValueDeserializer<?> newDelegatingInstance(ValueDeserializer<?> reader) {
            return new Counted(reader, most);
        }

        @Override
        public ValueDeserializer<?> createContextual(DeserializationContext context, BeanProperty property) {
            Size size = property == null ? null : property.getAnnotation(Size.class);
            ValueDeserializer<?> inner = context.handleSecondaryContextualization(_delegatee, property, context.constructType(handledType()));
            return new Counted(inner, size == null ? most : size.max());
        }

        @Override
        public Object deserialize(JsonParser parser, DeserializationContext context) {
            Object read = super.deserialize(parser, context);
            int found = read instanceof Collection<?> list ? list.size() : read instanceof Map<?, ?> map ? map.size() : 0;
            if (found > most) {
                throw refused(found, "must have at most " + most + " entries");
            }
            return read;
        }
    }
}
