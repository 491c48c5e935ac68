//! A backup is put back into a second cluster: everything is there as it was, and nothing takes the place of another record unasked.
#![allow(clippy::unwrap_used, missing_docs)]

use std::{
    path::PathBuf,
    process::{Command, Output},
};

use chrono::Utc;
use ink_lamp_store::{
    DoorRole, NewEntry, Session, Store,
    testing::{begun, fresh_store},
};
use serde_json::json;
use uuid::Uuid;

fn script(name: &str, arguments: &[&str]) -> Output {
    let path = PathBuf::from(env!("CARGO_MANIFEST_DIR")).join("../../scripts").join(name);
    Command::new(path).args(arguments).output().unwrap()
}

fn said(output: &Output) -> String {
    format!("{}{}", String::from_utf8_lossy(&output.stdout), String::from_utf8_lossy(&output.stderr))
}

/// A cluster of its own, gone at the end whatever happens.
struct Cluster {
    folder: String,
    url: String,
}

impl Cluster {
    fn start() -> Self {
        let folder = std::env::temp_dir().join(format!("ink-lamp-{}", Uuid::now_v7().simple())).to_string_lossy().into_owned();
        let started = script("postgres.sh", &["start", &folder, "throwaway"]);
        let url = String::from_utf8_lossy(&started.stdout).trim().to_owned();
        assert!(started.status.success(), "{}", said(&started));
        Self { folder, url }
    }
}

impl Drop for Cluster {
    fn drop(&mut self) {
        script("postgres.sh", &["destroy", &self.folder, "throwaway"]);
    }
}

/// A sitting with a camera, a reading and a note; gives its look.
async fn worked(store: &Store, name: &str) -> Uuid {
    let look = begun(store, name).await.unwrap();
    let entries = [
        json!({"camera": {"aperture": "8", "shutter": "1/160", "iso": "100"}}),
        json!({"reading": {"of": "fill", "shows": "5.6 1"}}),
        json!({"note": {"text": "The lamp hums"}}),
    ];
    for (base, entry) in (0..).zip(entries) {
        let entry =
            NewEntry { id: Uuid::now_v7(), base: Some(base), at: Utc::now(), entry: serde_json::from_value(entry).unwrap(), by: None };
        store.append(look, &entry).await.unwrap();
    }
    look
}

#[tokio::test]
async fn a_backup_comes_back_on_a_second_cluster_and_never_over_another_record_unasked() {
    let (store, url) = fresh_store().await.unwrap();
    let look = worked(&store, "Clock mender").await;
    let now = Utc::now();
    let phone = Session {
        id: Uuid::now_v7(),
        name: "Phone".to_owned(),
        role: DoorRole::Assistant,
        account: None,
        lives_seconds: 3600,
        created_at: now,
        seen_at: now,
        ended_at: None,
    };
    store.begin_session(&phone, [7; 32]).await.unwrap();
    let file = std::env::temp_dir().join(format!("ink-lamp-{}.backup", Uuid::now_v7().simple()));
    let path = file.to_str().unwrap();
    let made = script("backup.sh", &["backup", &url, path]);
    assert!(made.status.success() && said(&made).contains("tape_entry: 3"), "{}", said(&made));
    // Never over a file that is there.
    assert!(!script("backup.sh", &["backup", &url, path]).status.success());

    let second = Cluster::start();
    let back = script("backup.sh", &["restore", &second.url, path]);
    assert!(back.status.success(), "{}", said(&back));
    let restored = Store::connect(&second.url, 2).await.unwrap();
    restored.migrate().await.unwrap();
    assert_eq!(restored.setup(look).await.unwrap().setup, store.setup(look).await.unwrap().setup);
    let (there, here) = (restored.tape(look, 9, 9).await.unwrap().items, store.tape(look, 9, 9).await.unwrap().items);
    assert_eq!(format!("{there:?}"), format!("{here:?}"));
    // Who was in when it was made may have been let out since: here they are out.
    assert_eq!((store.sessions().await.unwrap().len(), restored.sessions().await.unwrap().len()), (1, 0));
    assert!(restored.session_of([7; 32]).await.unwrap().unwrap().ended_at.is_some());
    // It is written on to as the first one is.
    worked(&restored, "Sail maker").await;
    let open = script("backup.sh", &["restore", &second.url, path, "--replace"]);
    assert!(!open.status.success() && said(&open).contains("somebody uses the record"), "{}", said(&open));
    restored.close().await.unwrap();

    let refused = script("backup.sh", &["restore", &second.url, path]);
    assert!(!refused.status.success() && said(&refused).contains("holds 2 sittings"), "{}", said(&refused));
    let replaced = script("backup.sh", &["restore", &second.url, path, "--replace"]);
    assert!(replaced.status.success() && said(&replaced).contains("is kept as the database"), "{}", said(&replaced));
    let again = Store::connect(&second.url, 2).await.unwrap();
    assert_eq!(again.sittings("", false).await.unwrap().len(), 1);
    again.close().await.unwrap();

    // What is no backup changes nothing.
    std::fs::write(&file, "no backup").unwrap();
    let odd = script("backup.sh", &["restore", &second.url, path, "--replace"]);
    assert!(!odd.status.success() && said(&odd).contains("is no backup"), "{}", said(&odd));
    std::fs::remove_file(file).unwrap();
}

#[tokio::test]
async fn scheduled_backups_are_made_when_they_are_due_and_so_many_are_kept() {
    let (store, url) = fresh_store().await.unwrap();
    worked(&store, "Clock mender").await;
    let folder = std::env::temp_dir().join(format!("ink-lamp-{}", Uuid::now_v7().simple()));
    let path = folder.to_str().unwrap();
    let names = || {
        let mut names: Vec<String> = std::fs::read_dir(&folder).unwrap().map(|f| f.unwrap().file_name().into_string().unwrap()).collect();
        names.sort();
        names
    };
    let keep = |most: &str| script("backup.sh", &["keep", &url, path, most, "24"]);
    let made = keep("2");
    assert!(made.status.success() && said(&made).contains("tape_entry: 3"), "{}", said(&made));
    assert_eq!(names().len(), 1);
    // The next one is not due.
    assert!(keep("2").status.success());
    assert_eq!(names().len(), 1);
    // Three of earlier days, and a file of somebody's own.
    std::fs::remove_file(folder.join(&names()[0])).unwrap();
    for day in 1..=3 {
        let file = folder.join(format!("ink-lamp-2026110{day}T120000Z.backup"));
        std::fs::write(&file, "of that day").unwrap();
        let then = std::time::SystemTime::now() - std::time::Duration::from_secs(86_400 * (10 - day));
        std::fs::File::options().write(true).open(&file).unwrap().set_modified(then).unwrap();
    }
    std::fs::write(folder.join("mine.backup"), "mine").unwrap();
    let made = keep("2");
    assert!(made.status.success(), "{}", said(&made));
    let left = names();
    assert_eq!(left.len(), 3, "{left:?}");
    assert_eq!((left[0].as_str(), left[2].as_str()), ("ink-lamp-20261103T120000Z.backup", "mine.backup"));
    // What can't be is said, and nothing is put away.
    assert!(!keep("0").status.success());
    assert_eq!(names(), left);
    std::fs::remove_dir_all(folder).unwrap();
}
