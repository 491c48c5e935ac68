//! The cookie that a browser carries: out of reach of scripts, sent to this site alone and from its own pages only.

use actix_web::{
    HttpRequest,
    cookie::{Cookie, SameSite, time::Duration},
};

use crate::site::Site;

/// Whether a request came, or its browser believes that it came, over TLS.
#[must_use]
pub fn is_secure(request: &HttpRequest, site: &Site) -> bool {
    let host = request.headers().get("host").and_then(|host| host.to_str().ok()).unwrap_or_default();
    request.app_config().secure() || site.public.as_ref().is_some_and(|public| public.secure && public.is(host))
}

/// Cookies know no ports: two servers of one machine would let each other's devices out. Over TLS no other page can set it (RFC 6265bis, 4.1.3.2).
fn name(secure: bool, site: &Site) -> String {
    format!("{}ink-lamp-{}", if secure { "__Host-" } else { "" }, site.port)
}

/// The token that a browser carries.
#[must_use]
pub fn token(request: &HttpRequest, site: &Site) -> Option<String> {
    request.cookie(&name(is_secure(request, site), site)).map(|cookie| cookie.value().to_owned())
}

/// The cookie of a token; `lasts` seconds, or as long as the browser is open.
#[must_use]
pub fn cookie(token: String, lasts: Option<i64>, request: &HttpRequest, site: &Site) -> Cookie<'static> {
    let secure = is_secure(request, site);
    let cookie = Cookie::build(name(secure, site), token).path("/").http_only(true).same_site(SameSite::Strict).secure(secure);
    match lasts {
        Some(seconds) => cookie.max_age(Duration::seconds(seconds)).finish(),
        None => cookie.finish(),
    }
}

/// The cookie that takes it away.
#[must_use]
pub fn without(request: &HttpRequest, site: &Site) -> Cookie<'static> {
    let mut gone = cookie(String::new(), None, request, site);
    gone.make_removal();
    gone
}
