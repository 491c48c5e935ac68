//! What follows from the first version's record stays as it was, to the last digit. A change that is meant writes the list of boards anew:
//! `INK_LAMP_BOARDS=write`, and names itself in its commit.
#![allow(clippy::unwrap_used, missing_docs)]

use ink_lamp_advice::board::Board;
use ink_lamp_store::testing::first_record;

const BOARDS: &str = concat!(env!("CARGO_MANIFEST_DIR"), "/tests/data/boards.txt");

/// FNV-1a, 64 bits: enough to see that a board is another one.
fn mark(text: &str) -> u64 {
    text.bytes().fold(0xcbf2_9ce4_8422_2325, |hash, byte| (hash ^ u64::from(byte)).wrapping_mul(0x0100_0000_01b3))
}

#[tokio::test]
async fn every_board_of_the_first_record_stays_as_it_was() {
    let store = first_record().await.unwrap();
    let mut lines = Vec::new();
    for row in store.sittings("", false).await.unwrap() {
        for look in row.sitting.looks {
            let board = Board::of(&store.setup(look.id).await.unwrap().setup);
            // As a value: the order of fields says nothing.
            lines.push(format!("{} {:016x}", look.id, mark(&serde_json::to_value(&board).unwrap().to_string())));
        }
    }
    lines.sort();
    let now = lines.join("\n") + "\n";
    if std::env::var("INK_LAMP_BOARDS").is_ok_and(|v| v == "write") {
        std::fs::write(BOARDS, &now).unwrap();
    }
    let then = std::fs::read_to_string(BOARDS).unwrap();
    let changed: Vec<&str> = then.lines().zip(now.lines()).filter(|(a, b)| a != b).map(|(a, _)| a).collect();
    assert!(changed.is_empty() && then.len() == now.len(), "{} boards are not as they were: {changed:?}", changed.len());
}
