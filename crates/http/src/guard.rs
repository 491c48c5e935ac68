//! Who may ask, how long it may take, and the headers on every answer.
//!
//! It takes requests only under its own names and from its own pages: a page of another site that is open in the same browser can neither write
//! here nor reach this server under a name of its own. Then the door's keeper says who asks, and the table of rights whether they may.

use std::{
    fmt,
    net::IpAddr,
    sync::Arc,
    time::{Duration, Instant},
};

use actix_web::{
    Error, HttpMessage, HttpResponse, ResponseError,
    body::{EitherBody, MessageBody},
    dev::{ServiceRequest, ServiceResponse},
    http::{
        Method, StatusCode,
        header::{self, HeaderMap, HeaderName, HeaderValue},
    },
    middleware::Next,
    web,
};
use tracing_actix_web::RequestId;

use crate::{
    door::{
        cookie,
        event::{About, Event},
        keeper::Door,
        rights::{Right, needed},
        throttle::Lock,
        who::Who,
    },
    metrics::Metrics,
    problem::Problem,
    site::Site,
};

/// How long a request may take.
const PATIENCE: Duration = Duration::from_secs(15);
/// How long one may that brings a frame: a file of 80 MB over a slow network.
const PATIENCE_WITH_A_FILE: Duration = Duration::from_secs(180);

/// Nothing from elsewhere, nothing inline, in no frame.
const POLICY: &str = "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; \
                      connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'";

/// Refuses requests under another name or from other pages.
///
/// # Errors
/// A problem document, or what the handler answers.
pub async fn own_pages_only<B: MessageBody + 'static>(
    request: ServiceRequest,
    next: Next<B>,
) -> Result<ServiceResponse<EitherBody<B>>, Error> {
    // An answer like any other: it is counted, and carries the headers.
    let refuse = |request: ServiceRequest, problem: &Problem| Ok(request.into_response(problem.error_response()).map_into_right_body());
    let header = |name: HeaderName| request.headers().get(name).and_then(|v| v.to_str().ok()).map(str::to_owned);
    let host = header(header::HOST).unwrap_or_default();
    let site = request.app_data::<web::Data<Site>>();
    if !site.is_some_and(|site| is_own(&host, site)) {
        let detail = format!(
            "This server does not answer as {host}. It answers on 127.0.0.1 and localhost, and as INK_LAMP_NETWORK and INK_LAMP_PUBLIC_URL say."
        );
        return refuse(request, &Problem::new(StatusCode::MISDIRECTED_REQUEST, "other-host", "Other host", detail));
    }
    let writes = !matches!(*request.method(), Method::GET | Method::HEAD | Method::OPTIONS);
    let foreign = match header(header::ORIGIN) {
        Some(origin) => {
            let secure = site.is_some_and(|site| cookie::is_secure(request.request(), site));
            origin.strip_prefix(if secure { "https://" } else { "http://" }) != Some(host.as_str())
        }
        None => header(HeaderName::from_static("sec-fetch-site")).is_some_and(|site| site != "same-origin" && site != "none"),
    };
    if writes && foreign {
        let detail = "Only Ink Lamp's own pages may write here.";
        return refuse(request, &Problem::new(StatusCode::FORBIDDEN, "other-origin", "Other origin", detail));
    }
    Ok(next.call(request).await?.map_into_left_body())
}

/// Whether a host is a name of this server: of this machine, the address on the studio's network that it was given, or what it is called from outside.
fn is_own(host: &str, site: &Site) -> bool {
    if site.public.as_ref().is_some_and(|public| public.is(host)) {
        return true;
    }
    let name = match host.rsplit_once(':') {
        Some((name, port)) if !port.is_empty() && port.bytes().all(|b| b.is_ascii_digit()) => name,
        _ => host,
    };
    let of_network = site.network.is_some_and(|ip| match ip {
        IpAddr::V4(ip) => name == ip.to_string(),
        IpAddr::V6(ip) => name == format!("[{ip}]"),
    });
    of_network || ["127.0.0.1", "localhost", "[::1]"].iter().any(|known| name.eq_ignore_ascii_case(known))
}

/// Asks who it is, and lets only those through who have the right that the route needs.
///
/// # Errors
/// What the handler answers.
pub async fn at_the_door<B: MessageBody + 'static>(
    request: ServiceRequest,
    next: Next<B>,
) -> Result<ServiceResponse<EitherBody<B>>, Error> {
    let refuse = |request: ServiceRequest, problem: &Problem| Ok(request.into_response(problem.error_response()).map_into_right_body());
    // As the router reads it: a path that it takes for another is another here too.
    let path = request.match_info().as_str();
    // The pages themselves hold nothing of the record; how the server is, is told without it too.
    if (path.starts_with("/api/") || path == "/api") && path != "/api/health" {
        let Some(door) = request.app_data::<web::Data<Arc<Door>>>().cloned() else {
            let detail = "Nobody keeps the door here: nothing is let in.";
            return refuse(request, &Problem::new(StatusCode::SERVICE_UNAVAILABLE, "no-door", "No door", detail));
        };
        let right = needed(request.method(), path);
        let from = door.from(request.request());
        let who = match door.who(request.request()).await {
            Ok(who) => who,
            Err(problem) => return refuse(request, &problem),
        };
        if !who.may(right) {
            let problem = who.refused(right);
            if matches!(who, Who::NoLink) && right == Right::Shared {
                door.note(Event::Refused, &who, Some(from), About::told("link"));
                if let Err(wait) = door.throttle.attempt(Lock::Link, from, Instant::now()) {
                    return Ok(request.into_response(Problem::slowed(wait)).map_into_right_body());
                }
            }
            if matches!(who, Who::In(_)) {
                door.note(Event::Refused, &who, Some(from), About::told(format!("{} needed", right.name())));
            }
            return refuse(request, &problem);
        }
        request.extensions_mut().insert(who);
    }
    Ok(next.call(request).await?.map_into_left_body())
}

/// Gives up on a request that takes too long.
///
/// # Errors
/// A problem document, or what the handler answers.
pub async fn with_patience<B: MessageBody + 'static>(request: ServiceRequest, next: Next<B>) -> Result<ServiceResponse<B>, Error> {
    let brings_a_file = request.method() == Method::POST && request.path().ends_with("/frames");
    let patience = if brings_a_file { PATIENCE_WITH_A_FILE } else { PATIENCE };
    match tokio::time::timeout(patience, next.call(request)).await {
        Ok(answer) => answer,
        Err(_) => {
            let detail = "This took too long and was given up. An entry that was sent may have been taken: send it again with the same id.";
            Err(Problem::new(StatusCode::SERVICE_UNAVAILABLE, "too-slow", "Too slow", detail).into())
        }
    }
}

/// Sets the headers that every answer carries, the request's id among them; logs and counts requests to the API.
///
/// # Errors
/// What the handler answers.
pub async fn with_headers<B: MessageBody + 'static>(request: ServiceRequest, next: Next<B>) -> Result<ServiceResponse<B>, Error> {
    let id = request.extensions().get::<RequestId>().map(ToString::to_string);
    let is_api = request.path().starts_with("/api/");
    let over_tls = request.app_data::<web::Data<Site>>().is_some_and(|site| cookie::is_secure(request.request(), site));
    let dress = Dress { is_api, over_tls, id };
    let began = std::time::Instant::now();
    let (method, path) = (request.method().clone(), request.path().to_owned());
    let metrics = request.app_data::<web::Data<Metrics>>().cloned();
    let count = |route: Option<String>, status: StatusCode| {
        if !is_api {
            return;
        }
        let (took, status) = (began.elapsed(), status.as_u16());
        let micros = u64::try_from(took.as_micros()).unwrap_or(u64::MAX);
        tracing::info!(%method, path, status, micros, "answered");
        if let Some(metrics) = metrics {
            // As many names as there are routes and methods, however odd what was asked for.
            let method = if is_used(&method) { method.as_str() } else { "other" };
            metrics.answered(method, route.as_deref().unwrap_or("other"), status, took);
        }
    };
    let mut answer = match next.call(request).await {
        Ok(answer) => answer,
        Err(error) => {
            count(None, error.as_response_error().status_code());
            return Err(GivenUp { error, dress }.into());
        }
    };
    count(answer.request().match_pattern(), answer.status());
    set_headers(answer.headers_mut(), &dress);
    Ok(answer)
}

/// A request that was given up on its way here: its answer carries the same headers as any other.
#[derive(Debug)]
struct GivenUp {
    error: Error,
    dress: Dress,
}

/// What the headers of an answer follow from.
#[derive(Debug)]
struct Dress {
    is_api: bool,
    over_tls: bool,
    id: Option<String>,
}

impl fmt::Display for GivenUp {
    fn fmt(&self, out: &mut fmt::Formatter<'_>) -> fmt::Result {
        self.error.fmt(out)
    }
}

impl ResponseError for GivenUp {
    fn status_code(&self) -> StatusCode {
        self.error.as_response_error().status_code()
    }

    fn error_response(&self) -> HttpResponse {
        let mut answer = self.error.error_response();
        set_headers(answer.headers_mut(), &self.dress);
        answer
    }
}

fn set_headers(headers: &mut HeaderMap, Dress { is_api, over_tls, id }: &Dress) {
    let fixed = [
        (header::CONTENT_SECURITY_POLICY, POLICY),
        (header::X_CONTENT_TYPE_OPTIONS, "nosniff"),
        (header::REFERRER_POLICY, "no-referrer"),
        (HeaderName::from_static("cross-origin-opener-policy"), "same-origin"),
        (HeaderName::from_static("cross-origin-resource-policy"), "same-origin"),
        (HeaderName::from_static("permissions-policy"), "camera=(), microphone=(), geolocation=()"),
    ];
    for (name, value) in fixed {
        headers.insert(name, HeaderValue::from_static(value));
    }
    // Only to tell what must not be compressed: RFC 9110, 12.5.3 has no such coding on an answer.
    if headers.get(header::CONTENT_ENCODING).is_some_and(|v| v == "identity") {
        headers.remove(header::CONTENT_ENCODING);
    }
    if *over_tls {
        // Names only: by RFC 6797, 8.1.1 a browser keeps none for an address.
        headers.insert(header::STRICT_TRANSPORT_SECURITY, HeaderValue::from_static("max-age=31536000"));
    }
    if *is_api {
        headers.insert(header::CACHE_CONTROL, HeaderValue::from_static("no-store"));
    }
    if let Some(value) = id.as_deref().and_then(|id| HeaderValue::from_str(id).ok()) {
        headers.insert(HeaderName::from_static("x-request-id"), value);
    }
}

const fn is_used(method: &Method) -> bool {
    matches!(*method, Method::GET | Method::POST | Method::PUT | Method::PATCH | Method::DELETE)
}

#[cfg(test)]
mod tests {
    use actix_web::{
        App, Error,
        body::MessageBody,
        dev::{ServiceRequest, ServiceResponse},
        http::StatusCode,
        middleware::{Next, from_fn},
        test::{TestRequest, init_service, try_call_service},
    };

    use crate::{
        guard::{is_own, with_headers},
        problem::Problem,
        site::{Public, Site},
    };

    async fn gives_up<B: MessageBody + 'static>(_: ServiceRequest, _: Next<B>) -> Result<ServiceResponse<B>, Error> {
        Err(Problem::new(StatusCode::SERVICE_UNAVAILABLE, "too-slow", "Too slow", "Given up.").into())
    }

    #[test]
    fn what_is_given_up_on_its_way_carries_the_headers_too() {
        actix_web::rt::System::new().block_on(async {
            let app = init_service(App::new().wrap(from_fn(gives_up)).wrap(from_fn(with_headers))).await;
            let error = try_call_service(&app, TestRequest::get().uri("/api/kit").to_request()).await.unwrap_err();
            let answer = error.error_response();
            assert_eq!(answer.status(), StatusCode::SERVICE_UNAVAILABLE);
            for name in ["content-security-policy", "x-content-type-options", "referrer-policy", "cross-origin-opener-policy"] {
                assert!(answer.headers().contains_key(name), "{name}");
            }
            assert_eq!(answer.headers().get("cache-control").unwrap(), "no-store");
        });
    }

    #[test]
    fn only_names_of_this_machine_are_its_own() {
        let here = Site::here(7410);
        for host in ["127.0.0.1:7410", "localhost", "LocalHost:7410", "[::1]:7410", "[::1]"] {
            assert!(is_own(host, &here), "{host}");
        }
        for host in ["", "127.0.0.1.example.net", "example.net:7410", "localhost.example.net", "192.168.0.2:7410", "127.0.0.1:x"] {
            assert!(!is_own(host, &here), "{host}");
        }
        let network = Site { network: Some("192.168.0.2".parse().unwrap()), ..here.clone() };
        assert!(is_own("192.168.0.2:7410", &network) && is_own("localhost", &network));
        assert!(!is_own("192.168.0.20:7410", &network) && !is_own("example.net", &network));
        let public = Site { public: Some(Public { host: "lamp.example".to_owned(), secure: true }), ..here };
        assert!(is_own("lamp.example", &public) && is_own("Lamp.Example", &public));
        assert!(!is_own("lamp.example:7410", &public) && !is_own("a.lamp.example", &public));
    }
}
