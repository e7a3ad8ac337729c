package chaperone.core.template;

import com.hubspot.jinjava.el.ext.JinjavaBeanELResolver;
import com.hubspot.jinjava.lib.Importable;
import com.hubspot.jinjava.util.ForLoop;
import jinjava.javax.el.ELContext;
import jinjava.javax.el.ELException;
import org.jspecify.annotations.Nullable;

/** What a text may ask of objects: where a loop stands. Values have no methods. */
final class LoopResolver extends JinjavaBeanELResolver {

    @Override
    public @Nullable Object getValue(ELContext context, @Nullable Object base, @Nullable Object property) {
        return base instanceof ForLoop ? super.getValue(context, base, property) : null;
    }

    @Override
    public Object invoke(ELContext context, Object base, Object method, Class<?>[] types, Object[] values) {
        // Filters and tests are objects, too.
        if (base instanceof Importable) return super.invoke(context, base, method, types, values);
        throw new ELException("\"" + method + "\" is not allowed here");
    }
}
