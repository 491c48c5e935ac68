//! The protocol as an AsyncAPI 3.0 document, made of the types.

use serde_json::{Value, json};
use utoipa::{OpenApi, openapi::OpenApi as Schemas};

use crate::{
    message::{FromDevice, ToDevice},
    pace::{BEAT_SECONDS, MISSED, MOST_A_SECOND, MOST_BYTES, PROTOCOL},
};

#[derive(OpenApi)]
#[openapi(components(schemas(FromDevice, ToDevice)))]
struct Types;

/// What is said, by name, in one direction: one of the pieces of an enum of messages.
fn messages(schema: &Value) -> Vec<(String, Value, String)> {
    let pieces = schema["oneOf"].as_array().map(Vec::as_slice).unwrap_or_default();
    let named = |piece: &Value| {
        let name = piece["properties"].as_object()?.keys().next()?.clone();
        let said = piece["description"].as_str().unwrap_or_default().to_owned();
        Some((name, piece.clone(), said))
    };
    pieces.iter().filter_map(named).collect()
}

/// The document.
///
/// # Errors
/// Where the types can't be told as JSON.
///
/// # Examples
/// ```
/// let document = ink_lamp_devices::asyncapi::document()?;
/// assert_eq!(document["asyncapi"], "3.0.0");
/// assert!(document["components"]["messages"]["reading"].is_object());
/// # Ok::<(), serde_json::Error>(())
/// ```
pub fn document() -> Result<Value, serde_json::Error> {
    let types: Schemas = Types::openapi();
    let schemas = serde_json::to_value(types)?["components"]["schemas"].take();
    let mut all = serde_json::Map::new();
    let mut in_channel = serde_json::Map::new();
    let mut way = |of: &str| -> Vec<Value> {
        let of = messages(&schemas[of]);
        let refer = |(name, payload, summary): (String, Value, String)| {
            in_channel.insert(name.clone(), json!({ "$ref": format!("#/components/messages/{name}") }));
            let message = json!({ "name": name, "summary": summary, "contentType": "application/json", "payload": payload });
            all.insert(name.clone(), message);
            json!({ "$ref": format!("#/channels/devices/messages/{name}") })
        };
        of.into_iter().map(refer).collect()
    };
    let (said, heard) = (way("FromDevice"), way("ToDevice"));
    let description = format!(
        "Meters, transmitters, units and cameras, or the bridge beside them, speak to Ink Lamp over one WebSocket (RFC 6455) in JSON: one object \
         a text message, of at most {MOST_BYTES} bytes. A bridge gives a sign each {BEAT_SECONDS} seconds; after {MISSED} that did not come \
         its devices are silent. More than {MOST_A_SECOND} messages a second are read later. Fields that are not named here are refused. \
         Frames are sent over HTTP: POST /api/devices/frames."
    );
    Ok(json!({
        "asyncapi": "3.0.0",
        "info": { "title": "Ink Lamp's devices", "version": env!("CARGO_PKG_VERSION"), "description": description, "license": { "name": "MIT" } },
        "defaultContentType": "application/json",
        "servers": { "studio": {
            "host": "127.0.0.1:7410",
            "protocol": "ws",
            "description": "Where the server is found; wss where it is found by https.",
            "security": [{ "$ref": "#/components/securitySchemes/token" }],
        } },
        "channels": { "devices": {
            "address": "/api/devices/socket",
            "description": format!("Ask for the subprotocol {PROTOCOL}."),
            "messages": in_channel,
            "bindings": { "ws": { "method": "GET", "headers": {
                "type": "object",
                "properties": {
                    "Authorization": { "type": "string", "pattern": "^Bearer .+$" },
                    "Sec-WebSocket-Protocol": { "type": "string", "const": PROTOCOL },
                },
                "required": ["Authorization", "Sec-WebSocket-Protocol"],
            } } },
        } },
        "operations": {
            "say": { "action": "receive", "channel": { "$ref": "#/channels/devices" }, "summary": "What a bridge says.", "messages": said },
            "hear": { "action": "send", "channel": { "$ref": "#/channels/devices" }, "summary": "What the server says.", "messages": heard },
        },
        "components": {
            "schemas": schemas,
            "messages": all,
            "securitySchemes": { "token": {
                "type": "http",
                "scheme": "bearer",
                "description": "The token that POST /api/session/code gave for a device's code, said once.",
            } },
        },
    }))
}
