package upbeat.herald.server.brand;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.io.IOException;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import upbeat.herald.server.brand.BrandService.BrandLogo;
import upbeat.herald.server.brand.BrandService.BrandShown;
import upbeat.herald.server.brand.BrandService.BrandView;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.web.IfMatch;

/** Setup, Brand: who is speaking, once, for everything. */
@Needs(Role.SET_UP)
@RestController
@RequestMapping("/ui/brand")
@Tag(name = "ui-brand")
class BrandController {
    private final BrandService service;

    BrandController(BrandService service) {
        this.service = service;
    }

    @GetMapping
    BrandView get(@RequestParam(required = false) @Nullable String shop) {
        return service.get(shop);
    }

    @PutMapping
    BrandView save(
            @RequestParam(required = false) @Nullable String shop,
            @RequestHeader(HttpHeaders.IF_MATCH) IfMatch match,
            @RequestBody BrandBody body) {
        return service.save(shop, match, body);
    }

    @DeleteMapping
    BrandView delete(@RequestParam String shop) {
        return service.delete(shop);
    }

    @Needs(Role.VIEW)
    @PostMapping("/preview")
    BrandShown preview(@RequestBody BrandBody body) {
        return service.preview(body);
    }

    @PostMapping(path = "/logo", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    BrandLogo logo(@RequestParam("file") MultipartFile file) throws IOException {
        return service.logo(file);
    }
}
