//! Reading JSON so that what has fields is an object.
//!
//! A `Deserialize` that is derived takes a list for a struct too, field after field in the order of the code. No document says so, and
//! the order is nobody's business: here a list is refused where fields belong. It holds wherever values are read straight from the text;
//! within untagged values, which are kept first and tried after, the derived rule stays.

use serde::{
    Deserializer,
    de::{DeserializeSeed, EnumAccess, MapAccess, SeqAccess, VariantAccess, Visitor},
};

/// A deserializer, or a part of one, that reads structs from objects only.
pub struct Objects<T>(pub T);

/// Hands a call on, with what is read wrapped.
macro_rules! handed_on {
    ($($method:ident($($name:ident: $type:ty),*)),+ $(,)?) => {
        $(fn $method<V: Visitor<'de>>(self, $($name: $type,)* visitor: V) -> Result<V::Value, Self::Error> {
            self.0.$method($($name,)* Objects(visitor))
        })+
    };
}

impl<'de, D: Deserializer<'de>> Deserializer<'de> for Objects<D> {
    type Error = D::Error;

    handed_on! {
        deserialize_any(), deserialize_bool(), deserialize_i8(), deserialize_i16(), deserialize_i32(), deserialize_i64(), deserialize_i128(),
        deserialize_u8(), deserialize_u16(), deserialize_u32(), deserialize_u64(), deserialize_u128(), deserialize_f32(), deserialize_f64(),
        deserialize_char(), deserialize_str(), deserialize_string(), deserialize_bytes(), deserialize_byte_buf(), deserialize_option(),
        deserialize_unit(), deserialize_unit_struct(name: &'static str), deserialize_seq(),
        deserialize_tuple(length: usize), deserialize_tuple_struct(name: &'static str, length: usize), deserialize_map(),
        deserialize_enum(name: &'static str, variants: &'static [&'static str]), deserialize_identifier(), deserialize_ignored_any(),
    }

    // Raw JSON text is asked for by a newtype of a name of its own, and read by its own visitor.
    fn deserialize_newtype_struct<V: Visitor<'de>>(self, name: &'static str, visitor: V) -> Result<V::Value, D::Error> {
        self.0.deserialize_newtype_struct(name, Objects(visitor))
    }

    fn deserialize_struct<V: Visitor<'de>>(self, _: &'static str, _: &'static [&'static str], visitor: V) -> Result<V::Value, D::Error> {
        self.0.deserialize_map(Objects(visitor))
    }

    fn is_human_readable(&self) -> bool {
        self.0.is_human_readable()
    }
}

/// Hands a value on as it is.
macro_rules! value_handed_on {
    ($($method:ident($type:ty)),+ $(,)?) => {
        $(fn $method<E: serde::de::Error>(self, value: $type) -> Result<V::Value, E> {
            self.0.$method(value)
        })+
    };
}

impl<'de, V: Visitor<'de>> Visitor<'de> for Objects<V> {
    type Value = V::Value;

    fn expecting(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        self.0.expecting(f)
    }

    value_handed_on! {
        visit_bool(bool), visit_i8(i8), visit_i16(i16), visit_i32(i32), visit_i64(i64), visit_i128(i128), visit_u8(u8), visit_u16(u16),
        visit_u32(u32), visit_u64(u64), visit_u128(u128), visit_f32(f32), visit_f64(f64), visit_char(char), visit_str(&str),
        visit_borrowed_str(&'de str), visit_string(String), visit_bytes(&[u8]), visit_borrowed_bytes(&'de [u8]), visit_byte_buf(Vec<u8>),
    }

    fn visit_none<E: serde::de::Error>(self) -> Result<V::Value, E> {
        self.0.visit_none()
    }

    fn visit_unit<E: serde::de::Error>(self) -> Result<V::Value, E> {
        self.0.visit_unit()
    }

    fn visit_some<D: Deserializer<'de>>(self, inner: D) -> Result<V::Value, D::Error> {
        self.0.visit_some(Objects(inner))
    }

    fn visit_newtype_struct<D: Deserializer<'de>>(self, inner: D) -> Result<V::Value, D::Error> {
        self.0.visit_newtype_struct(Objects(inner))
    }

    fn visit_seq<A: SeqAccess<'de>>(self, pieces: A) -> Result<V::Value, A::Error> {
        self.0.visit_seq(Objects(pieces))
    }

    fn visit_map<A: MapAccess<'de>>(self, fields: A) -> Result<V::Value, A::Error> {
        self.0.visit_map(Objects(fields))
    }

    fn visit_enum<A: EnumAccess<'de>>(self, variant: A) -> Result<V::Value, A::Error> {
        self.0.visit_enum(Objects(variant))
    }
}

impl<'de, A: SeqAccess<'de>> SeqAccess<'de> for Objects<A> {
    type Error = A::Error;

    fn next_element_seed<S: DeserializeSeed<'de>>(&mut self, seed: S) -> Result<Option<S::Value>, A::Error> {
        self.0.next_element_seed(Objects(seed))
    }

    fn size_hint(&self) -> Option<usize> {
        self.0.size_hint()
    }
}

impl<'de, A: MapAccess<'de>> MapAccess<'de> for Objects<A> {
    type Error = A::Error;

    fn next_key_seed<S: DeserializeSeed<'de>>(&mut self, seed: S) -> Result<Option<S::Value>, A::Error> {
        self.0.next_key_seed(seed)
    }

    fn next_value_seed<S: DeserializeSeed<'de>>(&mut self, seed: S) -> Result<S::Value, A::Error> {
        self.0.next_value_seed(Objects(seed))
    }

    fn size_hint(&self) -> Option<usize> {
        self.0.size_hint()
    }
}

impl<'de, S: DeserializeSeed<'de>> DeserializeSeed<'de> for Objects<S> {
    type Value = S::Value;

    fn deserialize<D: Deserializer<'de>>(self, deserializer: D) -> Result<S::Value, D::Error> {
        self.0.deserialize(Objects(deserializer))
    }
}

impl<'de, A: EnumAccess<'de>> EnumAccess<'de> for Objects<A> {
    type Error = A::Error;
    type Variant = Objects<A::Variant>;

    fn variant_seed<S: DeserializeSeed<'de>>(self, seed: S) -> Result<(S::Value, Self::Variant), A::Error> {
        let (name, content) = self.0.variant_seed(seed)?;
        Ok((name, Objects(content)))
    }
}

impl<'de, A: VariantAccess<'de>> VariantAccess<'de> for Objects<A> {
    type Error = A::Error;

    fn unit_variant(self) -> Result<(), A::Error> {
        self.0.unit_variant()
    }

    fn newtype_variant_seed<S: DeserializeSeed<'de>>(self, seed: S) -> Result<S::Value, A::Error> {
        self.0.newtype_variant_seed(Objects(seed))
    }

    fn tuple_variant<V: Visitor<'de>>(self, length: usize, visitor: V) -> Result<V::Value, A::Error> {
        self.0.tuple_variant(length, Objects(visitor))
    }

    fn struct_variant<V: Visitor<'de>>(self, _: &'static [&'static str], visitor: V) -> Result<V::Value, A::Error> {
        self.0.newtype_variant_seed(Fields(visitor))
    }
}

/// The fields of a variant, read as an object.
struct Fields<V>(V);

impl<'de, V: Visitor<'de>> DeserializeSeed<'de> for Fields<V> {
    type Value = V::Value;

    fn deserialize<D: Deserializer<'de>>(self, deserializer: D) -> Result<V::Value, D::Error> {
        deserializer.deserialize_map(Objects(self.0))
    }
}

#[cfg(test)]
mod tests {
    use serde::{Deserialize, de::DeserializeOwned};

    use super::*;

    #[derive(Debug, PartialEq, Deserialize)]
    struct Spot {
        x: f64,
        y: Option<f64>,
    }

    #[derive(Debug, PartialEq, Deserialize)]
    #[serde(rename_all = "snake_case")]
    enum Thing {
        Spot(Spot),
        Named { name: String },
        Pair(u8, u8),
        Nothing,
    }

    fn read<T: DeserializeOwned>(text: &str) -> Result<T, String> {
        T::deserialize(Objects(&mut serde_json::Deserializer::from_str(text))).map_err(|error| error.to_string())
    }

    #[test]
    fn objects_lists_pairs_and_names_are_read_as_ever() {
        let text = r#"[{"spot": {"x": 1, "y": null}}, {"named": {"name": "a"}}, {"pair": [1, 2]}, "nothing"]"#;
        let named = Thing::Named { name: "a".to_owned() };
        assert_eq!(read::<Vec<Thing>>(text).unwrap(), [Thing::Spot(Spot { x: 1.0, y: None }), named, Thing::Pair(1, 2), Thing::Nothing]);
        assert_eq!(read::<Option<Spot>>("null").unwrap(), None);
        assert_eq!(read::<(Spot, u8)>(r#"[{"x": 2}, 7]"#).unwrap(), (Spot { x: 2.0, y: None }, 7));
    }

    #[test]
    fn a_list_is_refused_wherever_fields_belong() {
        for text in [r#"[{"spot": [1, 2]}]"#, r#"[{"named": ["a"]}]"#] {
            let refused = read::<Vec<Thing>>(text).unwrap_err();
            assert!(refused.starts_with("invalid type: sequence"), "{refused}");
        }
        assert!(read::<Option<Spot>>("[1, null]").is_err());
        assert!(read::<Spot>("[1, null]").is_err());
    }
}
