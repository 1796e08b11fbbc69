package upbeat.herald.server.channel;

import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.web.DescribedTypes;

/** Puts what the channels show beside a message into the description of the interface. */
@Component
class ChannelPreviewTypes implements DescribedTypes {
    private final List<ChannelModule> modules;

    ChannelPreviewTypes(List<ChannelModule> modules) {
        this.modules = modules;
    }

    @Override
    public Stream<Class<?>> types() {
        return modules.stream().flatMap(m -> m.previewType().stream());
    }
}
