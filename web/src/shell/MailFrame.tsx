/** Shows a mail's HTML shut off from the page: no scripts, no forms, links open outside. */
export function MailFrame({ html, title }: { html: string; title: string }) {
  return (
    <iframe title={title} sandbox="allow-popups" srcDoc={html.replace('<head>', '<head><base target="_blank">')} />
  );
}
