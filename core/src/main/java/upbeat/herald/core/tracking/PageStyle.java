package upbeat.herald.core.tracking;

import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Contrast;

/** The page's style sheet, in the brand's colours. */
final class PageStyle {
    /** In pixels: a phone is hardly wider. */
    static final int WIDEST_LOGO = 240;

    private static final String INK = "#2d2142";
    /** What a mark needs that is no text (WCAG 2.2, success criterion 1.4.11). */
    private static final double GRAPHICS = 3;

    private static final String SHEET = """
            *{box-sizing:border-box}
            body{margin:0;background:$ground;color:#2d2142;font:16px/1.5 $font}
            header{background:$brand;color:$onBrand;padding:.8rem 1.2rem;font-weight:700;font-size:1.1rem}
            header p{margin:0}header img{display:block;max-width:100%;height:auto}
            main{max-width:34rem;margin:0 auto;padding:.8rem}
            h1{font-size:1rem;margin:.2rem .4rem .6rem;font-weight:700}
            h1.large{font-size:1.4rem;line-height:1.3;margin:0 0 .8rem}
            h2{font-size:1.3rem;line-height:1.3;margin:0 0 .4rem}
            h3{font-size:1rem;margin:1.2rem 0 .3rem}
            p{margin:0 0 .6rem}
            .card{background:#fff;border:1px solid #e4dccb;border-radius:10px;padding:1rem 1.1rem;margin:0 0 .8rem;
            overflow-wrap:anywhere}
            .soft,time{color:#5d5272;font-size:.9rem}.above{margin:0}
            .route{list-style:none;margin:1rem 0 0;padding:0}
            .route li{position:relative;padding:0 0 .9rem 2rem}
            .route li::before{content:"";position:absolute;left:.2rem;top:.25rem;width:1rem;height:1rem;border-radius:50%;
            border:3px solid $mark;background:#fff;z-index:1}
            .route li::after{content:"";position:absolute;left:.62rem;top:.9rem;bottom:-.3rem;width:3px;background:$mark}
            .route li:last-child::after{display:none}
            .route .here::before{background:$mark;width:1.25rem;height:1.25rem;left:.08rem;top:.12rem}
            .route .here::after,.route .ahead::after{background:#d9d2e3}
            .route .side::before{border-radius:3px}
            .route .ahead::before{border-color:#8a8199;border-style:dashed}
            .route .ahead{color:#5d5272}.route .here .stop{font-weight:700}
            .route time{display:block}
            .items,.help ul,.scans{list-style:none;margin:0;padding:0}
            .items li{display:flex;gap:.6rem;align-items:center;padding:.2rem 0}
            .items img{border-radius:6px;object-fit:cover;flex:none}
            .number{font:1.2rem Consolas,Menlo,monospace;user-select:all;-webkit-user-select:all}
            .row{display:flex;flex-wrap:wrap;gap:.5rem}
            dt{color:#5d5272;font-size:.9rem}dd{margin:0 0 .7rem}
            input:not([type=hidden]){font:inherit;width:100%;min-height:48px;padding:.5rem;margin:0 0 .8rem;
            border:1px solid #8a8199;border-radius:8px}
            .button,button,a.main{font:inherit;font-weight:700;display:inline-block;padding:.6rem 1rem;min-height:48px;
            border:2px solid $mark;border-radius:$cornerpx;color:#2d2142;background:#fff;text-decoration:none;
            cursor:pointer}
            button{margin:.3rem .6rem .3rem 0}button.main,a.main{background:$button;color:$onButton}
            form{margin:0 0 .6rem}form+form{border-top:1px solid #e4dccb;padding-top:.8rem}
            label{display:block;color:#5d5272;font-size:.9rem}
            select{font:inherit;min-height:48px;padding:.4rem;border:1px solid #8a8199;border-radius:8px;
            background:#fff;color:#2d2142;max-width:100%}
            .pick li{flex-wrap:wrap;border-top:1px solid #e4dccb;padding:.6rem 0}.pick span{flex:1 1 10rem}
            .own>:first-child{margin-top:0}.own>:last-child,.notice>:last-child{margin-bottom:0}
            .own img{max-width:100%;height:auto;border-radius:6px}.own hr{border:0;border-top:1px solid #e4dccb}
            .notice{border-left:4px solid #f0a128;padding:.2rem 0 .2rem .8rem;margin:0 0 .6rem}
            .columns,.like{display:flex;flex-wrap:wrap;gap:.8rem;list-style:none;margin:0;padding:0}
            .columns>div{flex:1 1 9rem}.like img{display:block}
            .fault{border-left:4px solid #b3261e;padding-left:.8rem;font-weight:700}
            textarea{font:inherit;width:100%;padding:.5rem;border:1px solid #8a8199;border-radius:8px}
            .quote{border-left:3px solid #e4dccb;padding-left:.8rem}
            summary{cursor:pointer;font-weight:700;padding:.7rem 0;min-height:48px}
            .scans li{padding:.3rem 0;border-top:1px solid #e4dccb}
            .help li{padding:.35rem 0}a{color:#2d2142}
            .unseen{position:absolute;width:1px;height:1px;overflow:hidden;clip-path:inset(50%);white-space:nowrap}
            :focus-visible{outline:3px solid #f0a128;outline-offset:2px}
            @media print{.button,button,details{display:none}}
            """;

    private PageStyle() {}

    static String of(Brand brand) {
        String colour = brand.look().colour();
        return SHEET.replace("$ground", brand.look().ground())
                .replace("$font", brand.fontFamily())
                .replace("$brand", colour)
                .replace("$onBrand", Contrast.textOn(colour))
                .replace("$mark", Contrast.ratio(colour, "#ffffff") < GRAPHICS ? INK : colour)
                .replace("$corner", String.valueOf(brand.look().corner()))
                .replace("$button", brand.buttonGround())
                .replace("$onButton", brand.buttonText())
                .replace("\n", "");
    }
}
