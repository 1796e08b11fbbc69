package upbeat.herald.server.ingest.feed;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.ingest.feed.FeedService.FeedBody;
import upbeat.herald.server.ingest.feed.FeedService.FeedView;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.web.IfMatch;

/** Setup, Feeds: watched folders and addresses that are asked, with the history of their runs. */
@Needs(Role.SET_UP)
@RestController
@RequestMapping("/ui/feeds")
@Tag(name = "ui-feeds")
class FeedController {
    private final FeedService service;

    FeedController(FeedService service) {
        this.service = service;
    }

    @GetMapping
    List<FeedView> list() {
        return service.list();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    FeedView add(@RequestBody FeedBody body) {
        return service.add(body);
    }

    @PutMapping("/{id}")
    FeedView change(
            @PathVariable long id, @RequestHeader(HttpHeaders.IF_MATCH) IfMatch match, @RequestBody FeedBody body) {
        return service.change(id, match, body);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id) {
        service.remove(id);
    }

    @PostMapping("/{id}/ask")
    FeedView checkNow(@PathVariable long id) {
        return service.checkNow(id);
    }

    @PostMapping("/{id}/stop")
    FeedView stop(@PathVariable long id) {
        return service.stop(id);
    }

    @GetMapping("/{id}")
    FeedView get(@PathVariable long id) {
        return service.get(id);
    }
}
