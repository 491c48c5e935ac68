//! What is there that asks for care, as it is said.

use crate::{
    findings::care::Care,
    words::{
        check::cautions,
        span::{Line, strong, text},
        terms,
    },
};

pub(super) fn sentence(fact: &Care) -> Line {
    vec![strong(format!("{}. ", terms::risk(fact.risk))), text(cautions::whole(fact.risk.caution()))]
}
