//! Who asks.

use actix_web::{FromRequest, HttpMessage, HttpRequest, dev::Payload, http::StatusCode};
use ink_lamp_store::{DoorRole, Session, Share};

use super::rights::Right;
use crate::problem::Problem;

/// Who asks.
#[derive(Debug, Clone)]
pub enum Who {
    /// Somebody on this machine alone, where nobody set a pass phrase: the owner, without a name.
    Here,
    /// A device that was let in.
    In(Session),
    /// Somebody who follows a link.
    Linked(Share),
    /// Nobody who was let in.
    Nobody,
    /// A device that was let out.
    LetOut,
    /// A device that stayed away for too long.
    Expired,
    /// Somebody who follows a link that was never made.
    NoLink,
    /// Somebody who follows a link that is over.
    LinkOver(Share),
}

impl Who {
    /// As what they may be here.
    #[must_use]
    pub const fn role(&self) -> Option<DoorRole> {
        match self {
            Self::Here => Some(DoorRole::Owner),
            Self::In(session) => Some(session.role),
            _ => None,
        }
    }

    /// The device, where one was let in.
    #[must_use]
    pub const fn session(&self) -> Option<&Session> {
        match self {
            Self::In(session) => Some(session),
            _ => None,
        }
    }

    /// By whom an entry is: the device's name.
    #[must_use]
    pub fn name(&self) -> Option<String> {
        self.session().map(|session| session.name.clone())
    }

    /// Whether they have a right.
    #[must_use]
    pub fn may(&self, right: Right) -> bool {
        match self {
            Self::Linked(_) => matches!(right, Right::Come | Right::Shared),
            _ => right == Right::Come || self.role().is_some_and(|role| right.is_of(role)),
        }
    }

    /// Why they may not.
    #[must_use]
    pub fn refused(&self, right: Right) -> Problem {
        let nobody = |kind, title, detail: &str| Problem::new(StatusCode::UNAUTHORIZED, kind, title, detail);
        match self {
            Self::Nobody => nobody("sign-in", "Sign in", "Sign in first, or come in with a code."),
            Self::LetOut => nobody("let-out", "Let out", "This device was let out. Sign in, or ask for a new code."),
            Self::Expired => nobody("expired", "Away for too long", "This device was away for too long. Sign in, or ask for a new code."),
            Self::NoLink if right == Right::Shared => Problem::not_found("There is no such link. Ask for it again, and copy all of it."),
            Self::LinkOver(share) if right == Right::Shared => {
                let on = share.ended_at.unwrap_or(share.until).min(share.until).format("%-d %b");
                Problem::new(StatusCode::GONE, "link-over", "Link over", format!("This link ended on {on}. Ask for a new one."))
            }
            Self::Linked(_) | Self::NoLink | Self::LinkOver(_) => {
                nobody("sign-in", "Sign in", "A link shows one look. Sign in for the rest.")
            }
            _ => {
                let detail = match right {
                    Right::Write => "A guest looks, and writes nothing. Ask the owner to be let in as an assistant.",
                    Right::Keep => "Only the owner makes, names and deletes sittings and looks, and changes the kit.",
                    Right::Door => "Only the owner says who comes in.",
                    Right::Shared => "This is asked with a link.",
                    Right::Device => "Only a device speaks here, with the token that its code gave it.",
                    Right::Come | Right::Look => "A device speaks its own protocol, and nothing else.",
                };
                Problem::new(StatusCode::FORBIDDEN, "not-yours", "Not yours", detail)
            }
        }
    }
}

impl FromRequest for Who {
    type Error = Problem;
    type Future = std::future::Ready<Result<Self, Problem>>;

    fn from_request(request: &HttpRequest, _: &mut Payload) -> Self::Future {
        std::future::ready(Ok(request.extensions().get::<Self>().cloned().unwrap_or(Self::Nobody)))
    }
}
