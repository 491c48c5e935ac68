//! What follows from the records of earlier versions stays as it was, to the last digit. A change that is meant writes the list of boards anew:
//! `INK_LAMP_BOARDS=write`, and names itself in its commit.
#![allow(clippy::unwrap_used, missing_docs)]

use ink_lamp_advice::{board::Board, words::tape::TapeLine};
use ink_lamp_store::{
    Store,
    testing::{RECORDS, opened},
};

const BOARDS: &str = concat!(env!("CARGO_MANIFEST_DIR"), "/tests/data/boards.txt");

/// FNV-1a, 64 bits: enough to see that a board is another one.
fn mark(text: &str) -> u64 {
    text.bytes().fold(0xcbf2_9ce4_8422_2325, |hash, byte| (hash ^ u64::from(byte)).wrapping_mul(0x0100_0000_01b3))
}

async fn boards(store: &Store) -> String {
    let mut lines = Vec::new();
    for row in store.sittings("", false).await.unwrap() {
        for look in row.sitting.looks {
            let board = Board::of(&store.setup(look.id).await.unwrap().setup);
            // As a value: the order of fields says nothing.
            lines.push(format!("{} {:016x}", look.id, mark(&serde_json::to_value(&board).unwrap().to_string())));
        }
    }
    lines.sort();
    lines.join("\n") + "\n"
}

#[tokio::test]
async fn every_board_of_every_record_stays_as_it_was() {
    for (n, record) in RECORDS.iter().enumerate() {
        let now = boards(&opened(record).await.unwrap()).await;
        if std::env::var("INK_LAMP_BOARDS").is_ok_and(|v| v == "write") {
            std::fs::write(BOARDS, &now).unwrap();
        }
        let then = std::fs::read_to_string(BOARDS).unwrap();
        let changed: Vec<&str> = then.lines().zip(now.lines()).filter(|(a, b)| a != b).map(|(a, _)| a).collect();
        assert!(changed.is_empty() && then.len() == now.len(), "record {n}: {} boards are not as they were: {changed:?}", changed.len());
    }
}

/// The lines that the first version wrote beside its entries, by their ids.
fn written() -> std::collections::HashMap<String, serde_json::Value> {
    let rows = include_str!("../../store/tests/data/first_record/tape_entry.jsonl").lines();
    let rows = rows.map(|row| serde_json::from_str::<serde_json::Value>(row).unwrap());
    rows.map(|row| (row["id"].as_str().unwrap().to_owned(), row["line"].clone())).collect()
}

#[tokio::test]
async fn every_line_of_the_first_record_reads_as_it_was_written() {
    let (store, written) = (opened(&RECORDS[0]).await.unwrap(), written());
    let (mut lines, mut anew) = (0, 0);
    for row in store.sittings("", false).await.unwrap() {
        for look in row.sitting.looks {
            for item in store.tape(look.id, look.version + 1, 1000).await.unwrap().items {
                let (entry, effect) = item.told.unwrap();
                let line = serde_json::to_value(TapeLine::of(&entry, &effect)).unwrap();
                let then = &written[&item.id.to_string()];
                assert_eq!(line["head"], then["head"], "{} {entry:?}", item.id);
                anew += usize::from(line != *then);
                lines += 1;
            }
        }
    }
    assert!(lines > 4000, "{lines}");
    // What entries of the first version did is worked out when they are brought up: what all readings together say of a light tells 24 readings of
    // these random tapes as too unlikely, and eight levels otherwise,
    // some of them since walls count on the shadow side; and 15 readings of all together at the shadow side or the ground, which the first
    // version held against the lit side.
    assert!(anew <= 47, "{anew} lines read otherwise");
}
