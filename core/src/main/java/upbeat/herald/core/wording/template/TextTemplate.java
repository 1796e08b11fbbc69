package upbeat.herald.core.wording.template;

import com.github.jknack.handlebars.Context;
import com.github.jknack.handlebars.EscapingStrategy;
import com.github.jknack.handlebars.Handlebars;
import com.github.jknack.handlebars.HandlebarsException;
import com.github.jknack.handlebars.HelperRegistry;
import com.github.jknack.handlebars.Template;
import com.github.jknack.handlebars.context.MapValueResolver;
import com.github.jknack.handlebars.helper.DefaultHelperRegistry;
import com.github.jknack.handlebars.io.TemplateLoader;
import com.github.jknack.handlebars.io.TemplateSource;
import java.io.IOException;
import java.nio.charset.Charset;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.LruMap;

/**
 * A text with fields, compiled once. Only plain maps are looked into, no object's methods; only the
 * {@link TemplateHelpers} are known; nothing can be included. A field without a value raises
 * {@link EmptyFieldException} unless {@code {{fallback field "other words"}}} names another.
 */
public final class TextTemplate {
    private static final Handlebars PLAIN = engine(EscapingStrategy.NOOP);
    /** Enough for text and for attributes in quotes, which is all that our mails have. */
    private static final Handlebars HTML = engine(new EscapingStrategy.Hbs(
            new String[][] {{"&", "&amp;"}, {"<", "&lt;"}, {">", "&gt;"}, {"\"", "&quot;"}, {"'", "&#39;"}}));

    private static final Map<String, TextTemplate> PLAIN_ONES = LruMap.create(512);
    private static final Map<String, TextTemplate> EXPRESSIONS = LruMap.create(512);
    private static final Map<String, TextTemplate> HTML_ONES = LruMap.create(512);

    private final Template template;

    private TextTemplate(Template template) {
        this.template = template;
    }

    public static TextTemplate plain(@Nullable String text) {
        return PLAIN_ONES.computeIfAbsent(text, t -> new TextTemplate(compile(PLAIN, t)));
    }

    /** What stands in braces, by itself. */
    public static TextTemplate expression(String inside) {
        return EXPRESSIONS.computeIfAbsent(inside, e -> new TextTemplate(compile(PLAIN, "{{" + e + "}}")));
    }

    public static TextTemplate html(String text) {
        return HTML_ONES.computeIfAbsent(text, t -> new TextTemplate(compile(HTML, t)));
    }

    public String render(Map<String, ?> values) {
        try {
            return template.apply(Context.newBuilder(values)
                    .resolver(MapValueResolver.INSTANCE)
                    .build());
        } catch (HandlebarsException e) {
            for (Throwable t = e; t != null; t = t.getCause()) if (t instanceof EmptyFieldException empty) throw empty;
            throw new HeraldException("text", "The text can't be shown: " + e.getError().reason);
        } catch (IOException e) {
            throw new HeraldException("text", "The text can't be shown: " + e.getMessage());
        }
    }

    /** @throws HandlebarsException with line and column where the text is no template */
    static Template compile(Handlebars engine, String text) {
        try {
            return engine.compileInline(text);
        } catch (IOException e) {
            throw new HeraldException("text", "The text can't be read: " + e.getMessage());
        }
    }

    private static Handlebars engine(EscapingStrategy escaping) {
        Handlebars engine = new Handlebars(new NothingToInclude())
                .with(escaping)
                .prettyPrint(true)
                .infiniteLoops(false);
        HelperRegistry registry =
                new DefaultHelperRegistry(); // holds nothing yet: the engine's own helpers are not in it
        TemplateHelpers.register(registry);
        return engine.with(registry);
    }

    private static final class NothingToInclude implements TemplateLoader {
        @Override
        public TemplateSource sourceAt(String location) throws IOException {
            throw new IOException("texts can't include other texts");
        }

        @Override
        public String resolve(String location) {
            return location;
        }

        @Override
        public String getPrefix() {
            return "";
        }

        @Override
        public String getSuffix() {
            return "";
        }

        @Override
        public void setPrefix(String prefix) {}

        @Override
        public void setSuffix(String suffix) {}

        @Override
        public void setCharset(Charset charset) {}

        @Override
        public Charset getCharset() {
            return java.nio.charset.StandardCharsets.UTF_8;
        }
    }
}
