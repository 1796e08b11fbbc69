package upbeat.herald.server.carrier;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.io.IOException;
import java.util.List;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import upbeat.herald.server.carrier.CarrierImportService.ImportCheck;
import upbeat.herald.server.carrier.CarrierImportService.ImportDone;
import upbeat.herald.server.carrier.CarrierImportService.LastImport;
import upbeat.herald.server.carrier.CarrierImportService.Undone;
import upbeat.herald.server.carrier.CarrierService.Directory;
import upbeat.herald.server.carrier.CarrierService.Logo;
import upbeat.herald.server.carrier.CarrierService.PostalOperator;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.web.IfMatch;

/** Setup, Carriers: the directory, code tables, and scans whose code nothing reads. */
@Needs(Role.SET_UP)
@RestController
@RequestMapping("/ui/carriers")
@Tag(name = "ui-carriers")
class CarrierController {
    private final CarrierService service;
    private final CarrierImportService imports;

    CarrierController(CarrierService service, CarrierImportService imports) {
        this.service = service;
        this.imports = imports;
    }

    @GetMapping
    Directory list() {
        return service.list();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    CarrierBody add(@RequestBody CarrierBody body) {
        return service.add(body);
    }

    @PutMapping("/{key}")
    CarrierBody save(
            @PathVariable String key,
            @RequestHeader(HttpHeaders.IF_MATCH) IfMatch match,
            @RequestBody CarrierBody body) {
        return service.save(key, match, body);
    }

    @DeleteMapping("/{key}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String key) {
        service.remove(key);
    }

    @PostMapping("/{key}/prefer")
    Directory setDefault(@PathVariable String key) {
        return service.setDefault(key);
    }

    @PostMapping(path = "/logo", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    Logo logo(@RequestParam("file") MultipartFile file) throws IOException {
        return service.logo(file);
    }

    @GetMapping(path = "/export.{format}")
    ResponseEntity<String> export(@PathVariable String format) {
        return service.export(format);
    }

    @PostMapping(path = "/import", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    ImportDone importFile(@RequestParam("file") MultipartFile file, @RequestParam String version) throws IOException {
        return imports.apply(file.getBytes(), file.getOriginalFilename(), version);
    }

    @PostMapping(path = "/import/check", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    ImportCheck checkFile(@RequestParam("file") MultipartFile file) throws IOException {
        return imports.check(file.getBytes());
    }

    @GetMapping("/import/last")
    LastImport findLastImport() {
        return imports.findLast();
    }

    @PostMapping("/import/{id}/undo")
    Undone undoImport(@PathVariable long id) {
        return imports.undo(id);
    }

    @GetMapping("/postal-operators")
    List<PostalOperator> listPostalOperators() {
        return service.listPostalOperators();
    }
}
