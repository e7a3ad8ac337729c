package chaperone.server.callable;

import chaperone.core.inventory.AddressList;
import jakarta.validation.Constraint;
import jakarta.validation.ConstraintValidator;
import jakarta.validation.ConstraintValidatorContext;
import jakarta.validation.Payload;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** An address of IPv4 or IPv6, or the name of a host (RFC 1123), and nothing else. */
@Retention(RetentionPolicy.RUNTIME)
@Target({ElementType.FIELD, ElementType.PARAMETER, ElementType.TYPE_USE, ElementType.RECORD_COMPONENT})
@Constraint(validatedBy = HostName.Validator.class)
public @interface HostName {
    String message() default "is not an address or a host name";

    Class<?>[] groups() default {};

    Class<? extends Payload>[] payload() default {};

    /** A missing one is for other constraints. */
    final class Validator implements ConstraintValidator<HostName, String> {
        @Override
        public boolean isValid(String value, ConstraintValidatorContext context) {
            return value == null || AddressList.isHost(value);
        }
    }
}
