//! The OpenAPI document, and the kit’s schema, both made from the code.

use std::collections::BTreeSet;

use actix_web::App;
use serde_json::{Map, Value, json};
use utoipa::{
    OpenApi,
    openapi::{RefOr, path::Operation},
};
use utoipa_actix_web::AppExt;

use crate::{problem::Problem, routes};

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
    for path in document.paths.paths.values_mut() {
        let operations = [&mut path.get, &mut path.post, &mut path.put, &mut path.patch, &mut path.delete];
        operations.into_iter().flatten().for_each(errors_are_problems);
    }
    document
}

/// Every error is a problem document: told so where the answers are declared.
fn errors_are_problems(operation: &mut Operation) {
    for (status, answer) in &mut operation.responses.responses {
        if let RefOr::T(answer) = answer
            && status.starts_with(['4', '5'])
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
