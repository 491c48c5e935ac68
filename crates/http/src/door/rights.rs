//! Which right each route of the API needs: the one table that decides. The OpenAPI document's security and the matrix of the tests are made
//! from it.

use std::sync::LazyLock;

use actix_web::{dev::ResourceDef, http::Method};
use ink_lamp_store::DoorRole;

/// What somebody may do here.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub enum Right {
    /// Asked by anybody: how the server is, who one is, coming in.
    Come,
    /// To look at the one look that a link was made for.
    Shared,
    /// To look: sittings, boards, plans, ways, the kit. Nothing is kept of what is asked.
    Look,
    /// To write on a tape: meters, dials, ticks, notes, frames.
    Write,
    /// To make, name, keep and delete sittings and looks; the kit.
    Keep,
    /// To say who comes in.
    Door,
    /// To speak the devices' protocol.
    Device,
}

impl Right {
    /// All of them.
    pub const ALL: [Self; 7] = [Self::Come, Self::Shared, Self::Look, Self::Write, Self::Keep, Self::Door, Self::Device];

    /// As it is sent: `write`.
    #[must_use]
    pub const fn name(self) -> &'static str {
        match self {
            Self::Come => "come",
            Self::Shared => "shared",
            Self::Look => "look",
            Self::Write => "write",
            Self::Keep => "keep",
            Self::Door => "door",
            Self::Device => "device",
        }
    }

    /// Whether a role has it.
    #[must_use]
    pub const fn is_of(self, role: DoorRole) -> bool {
        match self {
            Self::Come => true,
            // A link opens one look: that is no role's.
            Self::Shared => false,
            Self::Device => matches!(role, DoorRole::Device),
            Self::Look => matches!(role, DoorRole::Owner | DoorRole::Assistant | DoorRole::Guest),
            Self::Write => matches!(role, DoorRole::Owner | DoorRole::Assistant),
            Self::Keep | Self::Door => matches!(role, DoorRole::Owner),
        }
    }
}

/// A route: its method, its path, and the right that it needs.
pub type Route = (&'static str, &'static str, Right);

/// Every route of the API.
pub const ROUTES: [Route; 84] = [
    ("GET", "/api/health", Right::Come),
    ("GET", "/api/me", Right::Come),
    ("POST", "/api/session", Right::Come),
    ("DELETE", "/api/session", Right::Come),
    ("POST", "/api/session/code", Right::Come),
    ("GET", "/api/authority.crt", Right::Come),
    ("GET", "/api/shared", Right::Shared),
    ("GET", "/api/openapi.json", Right::Look),
    ("GET", "/api/scales", Right::Look),
    ("PUT", "/api/session/pass-phrase", Right::Look),
    ("GET", "/api/kit", Right::Look),
    ("GET", "/api/kit/schema", Right::Look),
    ("POST", "/api/begin", Right::Look),
    ("GET", "/api/begin", Right::Look),
    ("GET", "/api/sittings", Right::Look),
    ("GET", "/api/setups/{id}", Right::Look),
    ("GET", "/api/setups/{id}/tape", Right::Look),
    ("GET", "/api/setups/{id}/tape/{entry}", Right::Look),
    ("GET", "/api/events", Right::Look),
    ("POST", "/api/draft", Right::Look),
    ("POST", "/api/plan", Right::Look),
    ("POST", "/api/ways", Right::Look),
    ("POST", "/api/study", Right::Look),
    ("POST", "/api/check", Right::Look),
    ("POST", "/api/foretold", Right::Look),
    ("POST", "/api/mixed", Right::Look),
    ("GET", "/api/setups/{id}/frames", Right::Look),
    ("GET", "/api/frames/{id}/picture", Right::Look),
    ("GET", "/api/frames/{id}/small", Right::Look),
    ("POST", "/api/frames/{id}/tones", Right::Look),
    ("POST", "/api/setups/{id}/curve", Right::Look),
    ("GET", "/api/setups/{id}/frames/changes", Right::Look),
    ("GET", "/api/setups/{id}/frames.csv", Right::Look),
    ("GET", "/api/setups/{id}/frames.xmp.zip", Right::Look),
    ("POST", "/api/frames/judged", Right::Look),
    ("GET", "/api/frames/{id}/moved", Right::Look),
    ("PUT", "/api/frames/{id}/rating", Right::Write),
    ("POST", "/api/setups/{id}/frames/move", Right::Write),
    ("POST", "/api/setups/{id}/frames", Right::Write),
    ("PUT", "/api/setups/{id}/patches", Right::Write),
    ("POST", "/api/setups/{id}/entries", Right::Write),
    ("GET", "/api/devices", Right::Look),
    ("PUT", "/api/devices/metered", Right::Write),
    ("POST", "/api/devices/orders", Right::Write),
    ("PUT", "/api/devices/readings/{id}", Right::Write),
    ("GET", "/api/devices/socket", Right::Device),
    ("POST", "/api/devices/frames", Right::Device),
    ("GET", "/api/practice", Right::Look),
    ("GET", "/api/practice/drills/{name}", Right::Look),
    ("GET", "/api/practice/{id}", Right::Look),
    ("POST", "/api/practice", Right::Write),
    ("POST", "/api/practice/{id}/readings", Right::Write),
    ("POST", "/api/practice/{id}/fired", Right::Write),
    ("POST", "/api/practice/{id}/done", Right::Write),
    ("DELETE", "/api/practice/{id}", Right::Write),
    ("GET", "/api/kit/export", Right::Keep),
    ("POST", "/api/kit/import", Right::Keep),
    ("PUT", "/api/kit/{id}", Right::Keep),
    ("DELETE", "/api/kit", Right::Keep),
    ("POST", "/api/kit/restore", Right::Keep),
    ("DELETE", "/api/kit/{id}/calibration", Right::Keep),
    ("POST", "/api/sittings", Right::Keep),
    ("PATCH", "/api/sittings/{id}", Right::Keep),
    ("DELETE", "/api/sittings/{id}", Right::Keep),
    ("POST", "/api/sittings/{id}/restore", Right::Keep),
    ("POST", "/api/sittings/{id}/forget", Right::Keep),
    ("POST", "/api/sittings/forget", Right::Keep),
    ("POST", "/api/sittings/{id}/setups", Right::Keep),
    ("PATCH", "/api/setups/{id}", Right::Keep),
    ("PUT", "/api/setups/{id}/kept", Right::Keep),
    ("DELETE", "/api/setups/{id}/kept", Right::Keep),
    ("GET", "/api/metrics", Right::Door),
    ("GET", "/api/door", Right::Door),
    ("PUT", "/api/door/owner", Right::Door),
    ("POST", "/api/door/people", Right::Door),
    ("DELETE", "/api/door/people/{id}", Right::Door),
    ("POST", "/api/door/codes", Right::Door),
    ("GET", "/api/door/codes/{id}", Right::Door),
    ("DELETE", "/api/door/codes/{id}", Right::Door),
    ("PATCH", "/api/door/devices/{id}", Right::Door),
    ("DELETE", "/api/door/devices/{id}", Right::Door),
    ("POST", "/api/door/links", Right::Door),
    ("DELETE", "/api/door/links/{id}", Right::Door),
    ("GET", "/api/door/log", Right::Door),
];

static PATTERNS: LazyLock<Vec<(&str, ResourceDef, Right)>> = LazyLock::new(|| {
    // A name before an id, as the router is told too: /kit/export is no piece of the kit.
    let mut routes = ROUTES.to_vec();
    routes.sort_by_key(|(_, path, _)| path.matches('{').count());
    routes.into_iter().map(|(method, path, right)| (method, ResourceDef::new(path), right)).collect()
});

/// The right that a request needs. One that no route takes needs the highest: who may not have it learns nothing, who has it hears that there is
/// nothing.
#[must_use]
pub fn needed(method: &Method, path: &str) -> Right {
    let route = PATTERNS.iter().find(|(takes, pattern, _)| *takes == method.as_str() && pattern.is_match(path));
    route.map_or(Right::Door, |(_, _, right)| *right)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_name_is_no_id_and_what_is_unknown_needs_the_highest_right() {
        for (method, path, right) in [
            ("GET", "/api/kit/export", Right::Keep),
            ("GET", "/api/kit/schema", Right::Look),
            ("POST", "/api/sittings/forget", Right::Keep),
            ("GET", "/api/setups/0199a100-0000-7000-9007-000000000000", Right::Look),
            ("POST", "/api/setups/0199a100-0000-7000-9007-000000000000/entries", Right::Write),
            ("GET", "/api/nothing", Right::Door),
            ("POST", "/api/kit", Right::Door),
            ("GET", "/api/kit/", Right::Door),
            ("GET", "/api/%6bit", Right::Door),
            ("HEAD", "/api/kit", Right::Door),
        ] {
            assert_eq!(needed(&Method::from_bytes(method.as_bytes()).unwrap(), path), right, "{method} {path}");
        }
    }

    #[test]
    fn a_higher_role_may_all_that_a_lower_one_may() {
        for right in Right::ALL {
            let may = [DoorRole::Guest, DoorRole::Assistant, DoorRole::Owner].map(|role| right.is_of(role));
            assert!(may.is_sorted() && (right != Right::Device || may == [false; 3]), "{right:?}");
            assert!(matches!(right, Right::Come | Right::Device) || !right.is_of(DoorRole::Device), "{right:?}");
        }
    }
}
