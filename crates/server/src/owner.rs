//! The owner's pass phrase, set on the machine itself: before the network is opened, or anew where it was lost.

use std::{
    fs,
    io::{IsTerminal, stdin},
    path::Path,
};

use chrono::Utc;
use ink_lamp_store::{Account, AuditLine, DoorRole, Store};
use uuid::Uuid;

use ink_lamp_http::door::{event::Event, phrase};

const NAME: &str = "Owner";

/// Sets the owner's pass phrase where nobody has: from a file, or asked for at the terminal.
///
/// # Errors
/// A sentence that says how to set it.
pub async fn needed(store: &Store, file: Option<&Path>) -> Result<(), String> {
    if store.owner().await.map_err(|e| e.to_string())?.is_some() {
        return Ok(());
    }
    let phrase = match file {
        Some(file) => from_file(file)?,
        None => asked(
            "Whoever comes in from the network signs in from now on. Choose the owner's pass phrase: four or five words, at least 12 characters.",
        )?,
    };
    let pass_phrase = phrase::hashed(&phrase).map_err(|e| e.to_string())?;
    let owner = Account { id: Uuid::now_v7(), name: NAME.to_owned(), role: DoorRole::Owner, pass_phrase };
    store.make_account(&owner).await.map_err(|e| e.to_string())?;
    note(store, Event::PersonAdded).await?;
    println!("The owner's pass phrase is set. Sign in as {NAME}.");
    Ok(())
}

/// Sets another pass phrase, and lets everybody out.
///
/// # Errors
/// Where there is no owner, or nothing was typed.
pub async fn reset(store: &Store) -> Result<(), String> {
    let owner = store.owner().await.map_err(|e| e.to_string())?;
    let owner = owner.ok_or("Nobody has set a pass phrase: there is nothing to reset. `ink-lamp owner` sets one.")?;
    let phrase = asked("Choose another pass phrase for the owner. All devices are let out; each comes in again.")?;
    let hash = phrase::hashed(&phrase).map_err(|e| e.to_string())?;
    store.set_pass_phrase(owner.id, &hash, None).await.map_err(|e| e.to_string())?;
    store.let_all_out().await.map_err(|e| e.to_string())?;
    note(store, Event::PhraseChanged).await?;
    println!("The pass phrase of {} is another one, and all devices are out.", owner.name);
    Ok(())
}

async fn note(store: &Store, what: Event) -> Result<(), String> {
    let line = AuditLine {
        at: Utc::now(),
        what: what.name().to_owned(),
        who: Some("this machine".to_owned()),
        told: Some(NAME.to_owned()),
        ..AuditLine::default()
    };
    store.audit(line).await.map_err(|e| e.to_string())
}

fn from_file(file: &Path) -> Result<String, String> {
    let said = |why: &dyn std::fmt::Display| format!("INK_LAMP_OWNER_PASSPHRASE_FILE is {}: {why}", file.display());
    let text = fs::read_to_string(file).map_err(|e| said(&format!("it can't be read ({e}).")))?;
    let phrase = text.strip_suffix('\n').unwrap_or(&text);
    let phrase = phrase.strip_suffix('\r').unwrap_or(phrase);
    phrase::check(phrase, NAME).map_err(|refusal| said(&refusal.message))?;
    Ok(phrase.to_owned())
}

/// A pass phrase from the terminal, typed twice without being shown; from a pipe, one line.
fn asked(why: &str) -> Result<String, String> {
    if !stdin().is_terminal() {
        let mut line = String::new();
        stdin().read_line(&mut line).map_err(|e| e.to_string())?;
        let phrase = line.trim_end_matches(['\n', '\r']);
        if phrase.is_empty() {
            return Err(
                "Nobody has set the owner's pass phrase, and whoever comes in from the network must sign in. Run `ink-lamp owner` at a \
                        terminal, or name a file that holds it: INK_LAMP_OWNER_PASSPHRASE_FILE."
                    .to_owned(),
            );
        }
        phrase::check(phrase, NAME).map_err(|refusal| refusal.message)?;
        return Ok(phrase.to_owned());
    }
    println!("{why}");
    loop {
        let first = rpassword::prompt_password("Pass phrase: ").map_err(|e| e.to_string())?;
        if let Err(refusal) = phrase::check(&first, NAME) {
            println!("{}", refusal.message);
            continue;
        }
        if rpassword::prompt_password("Once more: ").map_err(|e| e.to_string())? == first {
            return Ok(first);
        }
        println!("The two differ. Again, please.");
    }
}
