package upbeat.herald.core.wording.email;

import java.util.ArrayList;
import java.util.List;
import java.util.ResourceBundle;
import upbeat.herald.core.wording.Block;
import upbeat.herald.core.wording.RichText;

/** The blocks that an e-mail for a stage begins with. */
final class EmailStarter {
    private EmailStarter() {}

    static List<Block> blocks(String set, ResourceBundle words) {
        List<Block> blocks = new ArrayList<>();
        blocks.add(text(words.getString("hi") + "\n\n" + words.getString(set + ".mail")));
        switch (set) {
            case "confirm" -> {
                blocks.add(Block.of("items"));
                blocks.add(text(words.getString("confirm.ask")));
                blocks.add(Block.of("question"));
            }
            case "address" -> {
                blocks.add(Block.of("address"));
                blocks.add(text(words.getString("address.ask")));
                blocks.add(Block.of("question"));
            }
            case "wish" -> {
                blocks.add(Block.of("question"));
                blocks.add(Block.of("parcel"));
            }
            case "arrived" -> {
                blocks.add(Block.of("question"));
                blocks.add(Block.of("items"));
            }
            case "ordered" -> {
                blocks.add(Block.of("items"));
                blocks.add(Block.of("totals"));
                blocks.add(Block.of("address"));
            }
            case "dispatched" -> {
                blocks.add(Block.itemsOfParcel());
                blocks.add(text(words.getString("dispatched.follow")));
                blocks.add(Block.of("parcel"));
            }
            case "delayed" -> {
                blocks.add(Block.of("delay").withText(RichText.ofPlain(words.getString("delayed.notice"))));
                blocks.add(Block.of("parcel"));
            }
            case "packed", "in-transit", "out-for-delivery", "attempted", "ready-for-collection" ->
                blocks.add(Block.of("parcel"));
            case "returning", "returned" -> blocks.add(Block.of("items"));
            case "return-requested", "return-on-its-way", "return-received" ->
                blocks.add(Block.button(words.getString(set + ".open"), "{{return.page}}"));
            default -> {} // what is over shows neither tracking nor address
        }
        blocks.add(text(words.getString("bye")));
        return blocks;
    }

    private static Block text(String plain) {
        return Block.text(RichText.ofPlain(plain));
    }
}
