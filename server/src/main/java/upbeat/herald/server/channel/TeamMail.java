package upbeat.herald.server.channel;

/** Mails to the team's own address, as items of the outbox: the title is the subject, the body the text. */
public final class TeamMail {
    public static final String KIND = "team-mail";

    private TeamMail() {}
}
