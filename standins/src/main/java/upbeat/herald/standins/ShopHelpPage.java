package upbeat.herald.standins;

/**
 * The help page of a made-up shop, as a merchant would write it: the snippet for the look-up page, and a plain link.
 */
final class ShopHelpPage {
    private ShopHelpPage() {}

    /** @param product address of the product, empty while the shop doesn't know it */
    static String render(String product) {
        String page = product + "/lookup/kites";
        return """
                <!doctype html><html lang="en"><head><meta charset="utf-8">
                <meta name="viewport" content="width=device-width, initial-scale=1"><title>Help · Quillfeather Kites</title>
                <style>body{font:17px/1.5 Georgia,serif;margin:0;background:#eef4f2;color:#1d2b2a}
                header{background:#1f5c57;color:#fff;padding:1rem 1.5rem;font-size:1.2rem}
                main{max-width:44rem;margin:1.5rem auto;padding:0 1rem}a{color:#1f5c57}</style></head>
                <body><header>Quillfeather Kites</header><main><h1>Where is my kite?</h1>
                <p>Parcels leave our harbour every working day.</p>
                <script src="%1$s/embed.js"></script>
                <p><a id="plain" href="%1$s">Find your order on a page of its own</a></p>
                <p id="below">Something else? Write to hello@quillfeather.example.</p></main></body></html>
                """.formatted(page);
    }
}
