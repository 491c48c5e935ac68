//! What the tests of every crate check of its own source: that a module names only those below it, that no modules name each
//! other in a circle, that a child does not turn round to its parent's `of`, and that no file has grown too long to read.
//!
//! Cargo checks the same between crates; within one the language allows everything. Source is read as text, tests left out.

use std::collections::{BTreeMap, BTreeSet};
use std::path::Path;

use walkdir::WalkDir;

/// Lines of code, blank ones and tests left out, that a file may have.
pub const LONGEST: usize = 420;

/// A module by its names from the crate's root.
type Module = Vec<String>;

/// The source of one crate.
#[derive(Debug, Default)]
pub struct House {
    /// Each module's file and code.
    files: BTreeMap<Module, (String, String)>,
    /// Which module holds what another one re-exports.
    exports: BTreeMap<(Module, String), Module>,
}

impl House {
    /// What is wrong with the crate in `folder`, whose modules are `floors` from the ground up. Empty where all is well.
    ///
    /// Meant for a crate's `tests/floors.rs`, with `env!("CARGO_MANIFEST_DIR")`. A folder that can't be read is a problem too.
    #[must_use]
    pub fn problems(folder: &str, floors: &[&str]) -> Vec<String> {
        let source = Path::new(folder).join("src");
        let mut files = Vec::new();
        for found in WalkDir::new(&source).sort_by_file_name() {
            let path = match &found {
                Ok(entry) => entry.path(),
                Err(e) => return vec![e.to_string()],
            };
            if path.extension().is_some_and(|e| e == "rs") {
                match std::fs::read_to_string(path) {
                    Ok(text) => files.push((path.strip_prefix(&source).unwrap_or(path).to_string_lossy().replace('\\', "/"), text)),
                    Err(e) => return vec![format!("{}: {e}", path.display())],
                }
            }
        }
        Self::of(&files).checked(floors)
    }

    /// From files below `src`, each by its path there and its text.
    #[must_use]
    pub fn of(files: &[(String, String)]) -> Self {
        let mut house = Self::default();
        for (path, text) in files {
            let code = text.split("\n#[cfg(test)]").next().unwrap_or_default().to_owned();
            let names = path.trim_end_matches(".rs").split('/').filter(|n| !["mod", "lib", "main"].contains(n));
            house.files.insert(names.map(str::to_owned).collect(), (path.clone(), code));
        }
        let mut exports = BTreeMap::new();
        for (module, (_, code)) in &house.files {
            for named in exported(code) {
                let Some((name, way)) = named.split_last() else { continue };
                let holder: Module = module.iter().cloned().chain(way.iter().filter(|w| **w != "self").map(ToString::to_string)).collect();
                if holder != *module && house.files.contains_key(&holder) {
                    exports.insert((module.clone(), (*name).to_owned()), holder);
                }
            }
        }
        house.exports = exports;
        house
    }

    /// What is wrong where the modules are `floors` from the ground up.
    #[must_use]
    pub fn checked(&self, floors: &[&str]) -> Vec<String> {
        let mut wrong = Vec::new();
        let modules: BTreeSet<&str> = self.files.keys().filter_map(|m| m.first()).map(String::as_str).collect();
        let listed: BTreeSet<&str> = floors.iter().copied().collect();
        wrong.extend(modules.difference(&listed).map(|m| format!("{m} is no floor yet: put it into the list, above all that it names")));
        wrong.extend(listed.difference(&modules).map(|m| format!("{m} is in the list of floors, but not in src")));
        let floor = |module: &str| floors.iter().position(|f| *f == module);
        let mut beside: BTreeMap<Module, BTreeMap<String, BTreeSet<String>>> = BTreeMap::new();
        for (module, (file, code)) in &self.files {
            let long = code.lines().filter(|l| !l.trim().is_empty()).count();
            if long > LONGEST {
                wrong.push(format!("{file} has {long} lines of code; more than {LONGEST} are two files"));
            }
            for path in named(code, &["crate", "super"]) {
                let (target, rest) = self.resolved(module, &path);
                let shared = module.iter().zip(&target).take_while(|(a, b)| a == b).count();
                if shared == target.len() {
                    if rest == Some("of") && !module.is_empty() && shared < module.len() {
                        wrong.push(format!("{file} turns round to its parent's `of`"));
                    }
                    continue;
                }
                let Some(from) = module.get(shared) else { continue };
                let to = &target[shared];
                if shared == 0 && floor(to) > floor(from) {
                    wrong.push(format!("{file} names {}, but {to} stands above {from}", target.join("::")));
                }
                beside.entry(module[..shared].to_vec()).or_default().entry(from.clone()).or_default().insert(to.clone());
            }
        }
        for (folder, names) in &beside {
            if let Some(circle) = circle(names) {
                wrong.push(format!(
                    "in {}: a circle, {}",
                    if folder.is_empty() { "src".to_owned() } else { folder.join("/") },
                    circle.join(" -> ")
                ));
            }
        }
        wrong
    }

    /// The module that a path means, and the name in it, seen from `module`.
    fn resolved<'a>(&self, module: &Module, path: &[&'a str]) -> (Module, Option<&'a str>) {
        let mut at = module.clone();
        let mut rest = path.iter().copied().peekable();
        while let Some(word) = rest.next_if(|w| ["crate", "super", "self"].contains(w)) {
            match word {
                "crate" => at.clear(),
                "super" => {
                    at.pop();
                }
                _ => {}
            }
        }
        while let Some(name) = rest.peek() {
            let mut child = at.clone();
            child.push((*name).to_owned());
            if self.files.contains_key(&child) {
                at = child;
                rest.next();
            } else if let Some(holder) = self.exports.get(&(at.clone(), (*name).to_owned())) {
                at.clone_from(holder);
                break;
            } else {
                break;
            }
        }
        (at, rest.next())
    }
}

/// Words, `::`, braces, commas and stars of code; comments left out.
fn tokens(code: &str) -> Vec<&str> {
    let mut found = Vec::new();
    for line in code.lines().filter(|l| !l.trim_start().starts_with("//")) {
        let mut rest = line;
        while let Some(c) = rest.chars().next() {
            let word = rest.find(|c: char| !c.is_alphanumeric() && c != '_').unwrap_or(rest.len());
            let length = if word > 0 {
                word
            } else if rest.starts_with("::") {
                2
            } else {
                c.len_utf8()
            };
            if !c.is_whitespace() {
                found.push(&rest[..length]);
            }
            rest = &rest[length..];
        }
    }
    found
}

/// Every path in code that begins with one of `roots`, trees of `use` spread out.
fn named<'a>(code: &'a str, roots: &[&str]) -> Vec<Vec<&'a str>> {
    let tokens = tokens(code);
    let (mut found, mut at) = (Vec::new(), 0);
    while at < tokens.len() {
        if roots.contains(&tokens[at]) && (at == 0 || tokens[at - 1] != "::") {
            spread(&tokens, &mut at, &[], &mut found);
        } else {
            at += 1;
        }
    }
    found
}

/// Every path that code re-exports.
fn exported(code: &str) -> Vec<Vec<&str>> {
    let tokens = tokens(code);
    let mut found = Vec::new();
    for (n, _) in tokens.iter().enumerate().filter(|(_, t)| **t == "pub") {
        let mut at = n + 1;
        if tokens.get(at) == Some(&"(") {
            at += tokens[at..].iter().position(|t| *t == ")").unwrap_or(0) + 1;
        }
        if tokens.get(at) == Some(&"use") {
            at += 1;
            spread(&tokens, &mut at, &[], &mut found);
        }
    }
    found
}

/// `a::{b, c::d as e}` from `at` on: every path in it, by the name that it has afterwards.
fn spread<'a>(tokens: &[&'a str], at: &mut usize, before: &[&'a str], found: &mut Vec<Vec<&'a str>>) {
    let mut path = before.to_vec();
    while let Some(token) = tokens.get(*at) {
        if *token == "{" {
            *at += 1;
            while tokens.get(*at).is_some_and(|t| *t != "}") {
                spread(tokens, at, &path, found);
                if tokens.get(*at) == Some(&",") {
                    *at += 1;
                }
            }
            *at += 1;
            return;
        }
        *at += 1;
        path.push(token);
        match (tokens.get(*at), tokens.get(*at + 1)) {
            (Some(&"::"), _) => *at += 1,
            (Some(&"as"), Some(name)) => {
                path.pop();
                path.push(name);
                *at += 2;
                break;
            }
            _ => break,
        }
    }
    if !path.is_empty() {
        found.push(path);
    }
}

/// A circle in who names whom, where there is one.
fn circle(names: &BTreeMap<String, BTreeSet<String>>) -> Option<Vec<String>> {
    let mut left = names.clone();
    // What names nobody that is left can't be part of a circle.
    loop {
        let keys: BTreeSet<String> = left.keys().cloned().collect();
        let before = left.len();
        left.retain(|_, to| to.iter().any(|t| keys.contains(t)));
        if left.len() == before {
            break;
        }
    }
    let mut walked = vec![left.keys().next()?.clone()];
    loop {
        let next = left.get(walked.last()?)?.iter().find(|t| left.contains_key(*t))?.clone();
        if let Some(begin) = walked.iter().position(|w| *w == next) {
            walked.push(next);
            return Some(walked.split_off(begin));
        }
        walked.push(next);
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn house(files: &[(&str, &str)]) -> House {
        House::of(&files.iter().map(|(path, text)| ((*path).to_owned(), (*text).to_owned())).collect::<Vec<_>>())
    }

    #[test]
    fn downward_is_well_and_upward_is_told() {
        let files = [("low.rs", "pub struct A;"), ("high/mod.rs", "use crate::low::A;")];
        assert_eq!(house(&files).checked(&["low", "high"]), [] as [String; 0]);
        assert_eq!(house(&files).checked(&["high", "low"]), ["high/mod.rs names low, but low stands above high"]);
    }

    #[test]
    fn paths_count_wherever_they_stand_but_not_in_tests_and_comments() {
        let up =
            |text| house(&[("low.rs", text), ("high/mod.rs", "pub use deep::B;"), ("high/deep.rs", "")]).checked(&["low", "high"]).len();
        assert_eq!(up("use crate::{high::{A, deep::B}};"), 2);
        assert_eq!(up("fn f() { vec![crate::high::B] }"), 1);
        assert_eq!(up("fn f(_: super::high::B) {}"), 1);
        assert_eq!(up("pub(crate) fn f() {}"), 0);
        assert_eq!(up("// crate::high::A\n#[cfg(test)]\nuse crate::high::A;\n"), 0);
        assert_eq!(up("fn f() {}\n#[cfg(test)]\nmod tests { use crate::high::A; }"), 0);
    }

    #[test]
    fn a_circle_in_a_folder_is_told_also_through_names_that_its_parent_gives_on() {
        let files = [
            ("a/mod.rs", "pub use one::{One as Uno};\nmod one; mod two;"),
            ("a/one.rs", "use super::two::Two;"),
            ("a/two.rs", "use super::Uno;"),
        ];
        assert_eq!(house(&files).checked(&["a"]), ["in a: a circle, one -> two -> one"]);
    }

    #[test]
    fn a_child_that_turns_round_is_told() {
        let files = [("a/mod.rs", "pub fn of() {}"), ("a/one.rs", "fn f() { super::of() }"), ("a/two.rs", "fn f(_: super::Kind) {}")];
        assert_eq!(house(&files).checked(&["a"]), ["a/one.rs turns round to its parent's `of`"]);
    }

    #[test]
    fn the_list_is_the_folder() {
        assert_eq!(
            house(&[("a.rs", "")]).checked(&["b"]),
            ["a is no floor yet: put it into the list, above all that it names", "b is in the list of floors, but not in src"]
        );
    }

    #[test]
    fn a_long_file_is_told() {
        let code = "fn f() {}\n\n".repeat(LONGEST);
        assert_eq!(house(&[("a.rs", &code)]).checked(&["a"]), [] as [String; 0]);
        assert_eq!(
            house(&[("a.rs", &format!("{code}fn g() {{}}"))]).checked(&["a"]),
            ["a.rs has 421 lines of code; more than 420 are two files"]
        );
    }
}
