package kilnward.server.wire.door;

import jakarta.validation.ConstraintValidator;
import jakarta.validation.ConstraintValidatorContext;
import jakarta.validation.constraints.Size;
import org.hibernate.validator.HibernateValidatorConfiguration;
import org.springframework.boot.jackson.autoconfigure.JsonFactoryBuilderCustomizer;
import org.springframework.boot.validation.autoconfigure.ValidationConfigurationCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.StreamReadFeature;

/** How strictly JSON is read, and how long a text is. */
@Configuration
class DoorConfig {
    /** A name that stands twice in an object is a mistake of somebody's: which of the two is meant cannot be told. */
    @Bean
    JsonFactoryBuilderCustomizer strictReading() {
        return factory -> factory.enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
                .streamReadConstraints(StreamReadConstraints.builder().maxNestingDepth(Limits.DEPTH).maxNumberLength(40).maxStringLength(Limits.FILE_BYTES).build());
    }

    @Bean
    ValidationConfigurationCustomizer lengthInCharacters() {
        return configuration -> {
            if (configuration instanceof HibernateValidatorConfiguration hibernate) {
                var mapping = hibernate.createConstraintMapping();
                mapping.constraintDefinition(Size.class).includeExistingValidators(true).validatedBy(SizeInCharacters.class);
                hibernate.addMapping(mapping);
            }
        };
    }

    /** Characters as people count them and the database does: code points. */
    public static class SizeInCharacters implements ConstraintValidator<Size, String> {
        private int least;
        private int most;

        @Override
        public void initialize(Size size) {
            least = size.min();
            most = size.max();
        }

        @Override
        public boolean isValid(String text, ConstraintValidatorContext context) {
            if (text == null) {
                return true;
            }
            int length = text.codePointCount(0, text.length());
            return length >= least && length <= most;
        }
    }
}
