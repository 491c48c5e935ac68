//! The OpenAPI document, and the kit’s schema, both made from the code.

use std::collections::BTreeSet;

use actix_web::{App, dev::ResourceDef};
use ink_lamp_http::{
    door::rights::{ROUTES, Right},
    problem::Problem,
    routes::assets::Methods,
};
use serde_json::{Map, Value, json};
use utoipa::{
    OpenApi,
    openapi::{
        Components, Content, PathItem, Ref, RefOr, ResponseBuilder,
        path::{Operation, ParameterIn},
        security::{ApiKey, ApiKeyValue, HttpAuthScheme, HttpBuilder, SecurityRequirement, SecurityScheme},
    },
};
use utoipa_actix_web::AppExt;

use crate::routes;

#[derive(OpenApi)]
#[openapi(
    info(
        title = "Ink Lamp",
        description = "Sittings, setups and their tapes. Errors are problem documents (RFC 9457) that name the field.",
        license(name = "MIT", identifier = "MIT")
    ),
    components(schemas(Problem))
)]
pub(crate) struct Document;

/// The OpenAPI document of the API, made from the code.
#[must_use]
pub fn openapi() -> utoipa::openapi::OpenApi {
    let mut document = App::new().into_utoipa_app().openapi(Document::openapi()).configure(routes::api).split_for_parts().1;
    for (path, item) in &mut document.paths.paths {
        for (method, operation) in operations(item) {
            let right = ROUTES.iter().find(|(m, p, _)| (*m, *p) == (method, path.as_str())).map(|(_, _, right)| *right);
            with_what_any_can_answer(path, right, operation);
            operation.security = right.map(security);
            errors_are_problems(operation);
        }
    }
    let schemes = document.components.get_or_insert_with(Components::new);
    let cookie = ApiKeyValue::with_description(
        "ink-lamp-7410",
        "What a browser gets once somebody signed in on it; its name ends with the port. While nobody set a pass phrase the server answers this machine alone, and asks for none.",
    );
    schemes.add_security_scheme("device", SecurityScheme::ApiKey(ApiKey::Cookie(cookie)));
    let link = HttpBuilder::new().scheme(HttpAuthScheme::Bearer).description(Some("What a link carries behind its #."));
    schemes.add_security_scheme("link", SecurityScheme::Http(link.build()));
    let token = HttpBuilder::new().scheme(HttpAuthScheme::Bearer).description(Some("What a device was given for its code."));
    schemes.add_security_scheme("token", SecurityScheme::Http(token.build()));
    document
}

/// How one shows that one has a right. The scopes of a cookie are the rights' names.
fn security(right: Right) -> Vec<SecurityRequirement> {
    vec![match right {
        Right::Come => SecurityRequirement::default(),
        Right::Shared => SecurityRequirement::new("link", [] as [&str; 0]),
        Right::Device => SecurityRequirement::new("token", [] as [&str; 0]),
        other => SecurityRequirement::new("device", [other.name()]),
    }]
}

fn operations(item: &mut PathItem) -> impl Iterator<Item = (&'static str, &mut Operation)> {
    let all = [
        ("GET", &mut item.get),
        ("POST", &mut item.post),
        ("PUT", &mut item.put),
        ("PATCH", &mut item.patch),
        ("DELETE", &mut item.delete),
    ];
    all.into_iter().filter_map(|(method, operation)| Some((method, operation.as_mut()?)))
}

/// Which methods each path takes.
pub(crate) fn methods_of(document: &utoipa::openapi::OpenApi) -> Methods {
    let mut paths = document.paths.paths.clone();
    let methods = paths.iter_mut().map(|(path, item)| {
        let allowed: Vec<&str> = operations(item).map(|(method, _)| method).collect();
        (ResourceDef::new(path.as_str()), allowed.join(", "))
    });
    Methods(methods.collect())
}

/// Declares what the door, the other guards, the reading of requests and the record can answer to any request of its shape. What a route says itself stands.
fn with_what_any_can_answer(path: &str, right: Option<Right>, operation: &mut Operation) {
    let mut any = vec![("421", "Asked under another name"), ("503", "Out of reach, or too much at once; ask again")];
    let writes = operation.request_body.is_some();
    if writes {
        any.extend([("400", "No JSON, or cut off"), ("413", "Too large"), ("415", "Another media type"), ("422", "A field is wrong")]);
    }
    if operation.parameters.iter().flatten().any(|p| matches!(p, RefOr::T(p) if p.parameter_in == ParameterIn::Query)) {
        any.push(("400", "A query that can't be read"));
    }
    if path.contains("{id}") {
        any.extend([("422", "An id that is no UUID"), ("404", "There is none"), ("410", "It was deleted, or forgotten for good")]);
    }
    let derived = ["/api/health", "/api/scales", "/api/openapi.json", "/api/kit/schema", "/api/events"];
    if !derived.contains(&path) {
        any.extend([("403", "Asked from another page"), ("500", "What is kept can't be read"), ("507", "The record's disk is full")]);
    }
    match right {
        None | Some(Right::Come) => {}
        Some(Right::Shared) => any.extend([
            ("401", "Asked without a link"),
            ("404", "There is no such link"),
            ("410", "The link is over"),
            ("429", "Too many links that never were; Retry-After says how long to wait"),
        ]),
        Some(_) => {
            any.extend([("401", "Nobody signed in, or the device was let out"), ("403", "Not of that right, or asked from another page")])
        }
    }
    for (status, description) in any {
        let answer = ResponseBuilder::new()
            .description(description)
            .content("application/json", Content::new(Some(Ref::from_schema_name("Problem"))));
        operation.responses.responses.entry(status.to_owned()).or_insert_with(|| answer.build().into());
    }
}

/// Every error is a problem document: told so where the answers are declared. How the server is, is told as such, ready or not.
fn errors_are_problems(operation: &mut Operation) {
    for (status, answer) in &mut operation.responses.responses {
        if let RefOr::T(answer) = answer
            && status.starts_with(['4', '5'])
            && (operation.operation_id.as_deref(), status.as_str()) != (Some("health"), "503")
            && let Some(body) = answer.content.swap_remove("application/json")
        {
            answer.content.insert("application/problem+json".to_owned(), body);
        }
    }
}

/// The JSON Schema of the kit document, 2020-12, made from the code.
#[must_use]
pub fn kit_schema() -> Value {
    kit_schema_of(&openapi())
}

/// The same, out of a document that was made already.
pub(crate) fn kit_schema_of(document: &utoipa::openapi::OpenApi) -> Value {
    let all = serde_json::to_value(document).unwrap_or_default();
    let schemas = &all["components"]["schemas"];
    let mut needed = BTreeSet::new();
    let mut open = vec!["KitDocument".to_owned()];
    while let Some(name) = open.pop() {
        references(&schemas[&name], &mut |n| {
            if needed.insert(n.to_owned()) {
                open.push(n.to_owned());
            }
        });
    }
    let mut schema = schemas["KitDocument"].clone();
    let definitions: Map<String, Value> = needed.into_iter().map(|name| (name.clone(), schemas[&name].clone())).collect();
    schema["$defs"] = Value::Object(definitions);
    schema["$schema"] = json!("https://json-schema.org/draft/2020-12/schema");
    schema["title"] = json!("Ink Lamp kit, version 1");
    rewrite(&mut schema);
    schema
}

const FROM: &str = "#/components/schemas/";

fn references(value: &Value, found: &mut impl FnMut(&str)) {
    match value {
        Value::Object(fields) => {
            for (name, field) in fields {
                match field.as_str().and_then(|s| s.strip_prefix(FROM)).filter(|_| name == "$ref") {
                    Some(target) => found(target),
                    None => references(field, found),
                }
            }
        }
        Value::Array(items) => items.iter().for_each(|item| references(item, found)),
        _ => {}
    }
}

fn rewrite(value: &mut Value) {
    match value {
        Value::Object(fields) => {
            for (name, field) in fields {
                match field.as_str().and_then(|s| s.strip_prefix(FROM)).filter(|_| name == "$ref") {
                    Some(target) => *field = json!(format!("#/$defs/{target}")),
                    None => rewrite(field),
                }
            }
        }
        Value::Array(items) => items.iter_mut().for_each(rewrite),
        _ => {}
    }
}
