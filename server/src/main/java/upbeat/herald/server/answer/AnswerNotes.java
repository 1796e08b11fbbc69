package upbeat.herald.server.answer;

import java.time.Instant;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.template.FieldValues;
import upbeat.herald.core.wording.template.LazyValues;
import upbeat.herald.core.wording.template.TextTemplate;
import upbeat.herald.server.answer.AnswerEffectService.Given;
import upbeat.herald.server.message.MessageComposer;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;

/** Notes about an answer, with the fields of the message it answers. */
@Component
class AnswerNotes {
    private final NoticeRepository notices;
    private final ParcelRepository parcels;
    private final MessageComposer composer;

    AnswerNotes(NoticeRepository notices, ParcelRepository parcels, MessageComposer composer) {
        this.notices = notices;
        this.parcels = parcels;
        this.composer = composer;
    }

    /** A note that can't be written says so in its place: the answer counts all the same. */
    String write(JdbcClient db, Given given, String text, Instant now) {
        Notice notice = notices.find(db, given.answer().noticeId()).orElse(null);
        if (notice == null) return given.words();
        Long about = given.message().origin().parcelId();
        ParcelRow parcel = about == null ? null : parcels.find(db, about).orElse(null);
        // What is written for the team is in English.
        MessageComposer.Scene scene = new MessageComposer.Scene(notice, "en", given.order(), parcel, 0);
        Map<String, LazyValues> values = FieldValues.collect(composer.subjectOf(db, scene, now), false);
        LazyValues answer = FieldValues.group(values, "answer");
        answer.put("label", given.answer().label());
        answer.put(
                "text",
                given.answer().text() == null
                        ? "(nothing written)"
                        : given.answer().text());
        try {
            return TextTemplate.plain(text).render(values);
        } catch (HeraldException e) {
            return given.words() + " (the note couldn't be written: " + e.getMessage() + ")";
        }
    }

    String nameOf(JdbcClient db, String noticeId) {
        return notices.find(db, noticeId).map(Notice::name).orElse(noticeId);
    }
}
