//! A roll of frames, out: as CSV, and each frame as an XMP sidecar.
//!
//! CSV by RFC 4180; XMP by ISO 16684-1: the packet holds `xmp:Rating`, `dc:description` and `dc:subject`, which other programs read, and the lights in a
//! namespace of our own.

use std::{
    collections::HashSet,
    io::{Cursor, Write},
};

use quick_xml::{
    Writer,
    events::{BytesDecl, BytesText, Event},
};
use zip::{ZipWriter, write::SimpleFileOptions};

/// The namespace of what only this program says.
pub const NAMESPACE: &str = "urn:ink-lamp:frame:1.0:";

/// A frame as it goes out.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct FrameOut {
    /// Which frame of the roll it is, from 1.
    pub number: usize,
    /// The file's name.
    pub file: String,
    /// When it was taken by the camera's clock, or else taken in; RFC 3339.
    pub at: String,
    /// Which lights were on, in words; empty where nobody said.
    pub lit: String,
    /// As marked: `8`.
    pub aperture: String,
    /// Seconds as marked: `1/160`.
    pub shutter: String,
    /// As marked: `100`.
    pub iso: String,
    /// Millimetres.
    pub focal: Option<f64>,
    /// 0, not rated, to 5.
    pub rating: u8,
    /// As it was written.
    pub note: String,
    /// What it belongs to, in words: the sitting, the look, the roles of its lights.
    pub keywords: Vec<String>,
    /// Its lights.
    pub lights: Vec<LightOut>,
    /// What was changed since the frame before, in words.
    pub changed: String,
}

/// A light as it stood when a frame was shot.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct LightOut {
    /// As it is called.
    pub name: String,
    /// The unit.
    pub unit: String,
    /// Its setting as written on its own dial.
    pub dial: String,
    /// What is on it.
    pub modifier: String,
    /// Where it stood, in words.
    pub place: String,
}

impl LightOut {
    /// In a line: `Key 1/4, Taper 500, Softbox 90, 1.50 m · 45° left`.
    #[must_use]
    pub fn line(&self) -> String {
        let set = format!("{} {}", self.name, self.dial);
        let parts = [set.trim_end(), &self.unit, &self.modifier, &self.place];
        parts.into_iter().filter(|part| !part.is_empty()).collect::<Vec<_>>().join(", ")
    }
}

/// Why a roll can't be written.
#[derive(Debug, thiserror::Error)]
#[non_exhaustive]
pub enum RollError {
    /// As CSV.
    #[error("The roll can't be written as CSV: {0}.")]
    Csv(#[from] csv::Error),
    /// A sidecar.
    #[error("A sidecar can't be written: {0}.")]
    Xmp(#[from] std::io::Error),
    /// The archive.
    #[error("The sidecars can't be packed: {0}.")]
    Zip(#[from] zip::result::ZipError),
}

/// The columns of the CSV: units stand in their names.
const HEAD: [&str; 13] = [
    "frame",
    "file",
    "taken",
    "lights_on",
    "aperture_f",
    "shutter_s",
    "iso",
    "focal_mm",
    "rating_of_5",
    "note",
    "lights",
    "changed",
    "keywords",
];

/// A cell that no spreadsheet takes for a formula: what begins like one gets an apostrophe before it (common practice, no source).
fn cell(text: &str) -> String {
    if text.starts_with(['=', '+', '-', '@', '\t', '\r']) { format!("'{text}") } else { text.to_owned() }
}

/// A roll as CSV, UTF-8, a head first.
///
/// # Errors
/// Where it can't be written.
///
/// # Examples
/// ```
/// use ink_lamp_formats::roll::{FrameOut, csv};
///
/// let frame = FrameOut { number: 1, file: "LOFT0012.JPG".into(), aperture: "8".into(), rating: 4, note: "best, so far".into(), ..FrameOut::default() };
/// let text = csv(&[frame])?;
/// assert!(text.starts_with("frame,file,taken,"));
/// assert!(text.contains("1,LOFT0012.JPG,,,8,,,,4,\"best, so far\",,,"));
/// # Ok::<(), ink_lamp_formats::roll::RollError>(())
/// ```
pub fn csv(roll: &[FrameOut]) -> Result<String, RollError> {
    // RFC 4180 ends lines so.
    let mut writer = csv::WriterBuilder::new().terminator(csv::Terminator::CRLF).from_writer(Vec::new());
    writer.write_record(HEAD)?;
    for frame in roll {
        let lights = frame.lights.iter().map(LightOut::line).collect::<Vec<_>>().join("; ");
        writer.write_record([
            frame.number.to_string(),
            cell(&frame.file),
            frame.at.clone(),
            cell(&frame.lit),
            frame.aperture.clone(),
            frame.shutter.clone(),
            frame.iso.clone(),
            frame.focal.map(|mm| mm.to_string()).unwrap_or_default(),
            frame.rating.to_string(),
            cell(&frame.note),
            cell(&lights),
            cell(&frame.changed),
            cell(&frame.keywords.join("; ")),
        ])?;
    }
    let bytes = writer.into_inner().map_err(|error| csv::Error::from(error.into_error()))?;
    Ok(String::from_utf8_lossy(&bytes).into_owned())
}

type Xml = Writer<Cursor<Vec<u8>>>;

/// What XML 1.0 can hold of a text: no control characters but tab and line ends.
fn seen(text: &str) -> String {
    text.chars().filter(|c| !c.is_control() || matches!(c, '\t' | '\n' | '\r')).filter(|c| !matches!(c, '\u{fffe}' | '\u{ffff}')).collect()
}

fn text_in(xml: &mut Xml, name: &str, text: &str) -> std::io::Result<()> {
    if !text.is_empty() {
        xml.create_element(name).write_text_content(BytesText::new(&seen(text)))?;
    }
    Ok(())
}

/// A frame as the packet of a sidecar.
///
/// # Errors
/// Where it can't be written.
pub fn xmp(frame: &FrameOut) -> Result<Vec<u8>, RollError> {
    let mut xml = Writer::new_with_indent(Cursor::new(Vec::new()), b' ', 1);
    xml.write_event(Event::Decl(BytesDecl::new("1.0", Some("UTF-8"), None)))?;
    let root = xml.create_element("rdf:RDF").with_attribute(("xmlns:rdf", "http://www.w3.org/1999/02/22-rdf-syntax-ns#"));
    root.write_inner_content(|xml| {
        let rating = frame.rating.to_string();
        let mut about = xml
            .create_element("rdf:Description")
            .with_attribute(("rdf:about", ""))
            // The name that the standard gives to its basic properties.
            .with_attribute(("xmlns:xmp", "http://ns.adobe.com/xap/1.0/"))
            .with_attribute(("xmlns:dc", "http://purl.org/dc/elements/1.1/"))
            .with_attribute(("xmlns:inklamp", NAMESPACE));
        // Who did not rate it takes no rating of another program away.
        if frame.rating > 0 {
            about = about.with_attribute(("xmp:Rating", rating.as_str()));
        }
        about.write_inner_content(|xml| {
            if !frame.note.is_empty() {
                xml.create_element("dc:description").write_inner_content(|xml| {
                    xml.create_element("rdf:Alt").write_inner_content(|xml| {
                        let words = xml.create_element("rdf:li").with_attribute(("xml:lang", "x-default"));
                        words.write_text_content(BytesText::new(&seen(&frame.note)))?;
                        Ok(())
                    })?;
                    Ok(())
                })?;
            }
            if !frame.keywords.is_empty() {
                xml.create_element("dc:subject").write_inner_content(|xml| {
                    xml.create_element("rdf:Bag")
                        .write_inner_content(|xml| frame.keywords.iter().try_for_each(|word| text_in(xml, "rdf:li", word)))?;
                    Ok(())
                })?;
            }
            text_in(xml, "inklamp:File", &frame.file)?;
            text_in(xml, "inklamp:LightsOn", &frame.lit)?;
            text_in(xml, "inklamp:Aperture", &frame.aperture)?;
            text_in(xml, "inklamp:Shutter", &frame.shutter)?;
            text_in(xml, "inklamp:Iso", &frame.iso)?;
            text_in(xml, "inklamp:Changed", &frame.changed)?;
            if !frame.lights.is_empty() {
                xml.create_element("inklamp:Lights").write_inner_content(|xml| {
                    xml.create_element("rdf:Seq")
                        .write_inner_content(|xml| frame.lights.iter().try_for_each(|light| light_in(xml, light)))?;
                    Ok(())
                })?;
            }
            Ok(())
        })?;
        Ok(())
    })?;
    Ok(xml.into_inner().into_inner())
}

fn light_in(xml: &mut Xml, light: &LightOut) -> std::io::Result<()> {
    xml.create_element("rdf:li").with_attribute(("rdf:parseType", "Resource")).write_inner_content(|xml| {
        text_in(xml, "inklamp:Name", &light.name)?;
        text_in(xml, "inklamp:Unit", &light.unit)?;
        text_in(xml, "inklamp:Dial", &light.dial)?;
        text_in(xml, "inklamp:Modifier", &light.modifier)?;
        text_in(xml, "inklamp:Place", &light.place)
    })?;
    Ok(())
}

/// How the sidecar of a file is called: as the file, with `.xmp` in place of its ending; behind its whole name where that is taken.
fn sidecar(file: &str, taken: &mut HashSet<String>) -> String {
    // What no file system takes in a name.
    let file: String = file.chars().map(|c| if c.is_control() || "/\\:*?\"<>|".contains(c) { '_' } else { c }).collect();
    let stem = file.rsplit_once('.').map_or(file.as_str(), |(stem, _)| stem).trim_start_matches('.');
    let stem = if stem.is_empty() { "frame" } else { stem };
    let names = [format!("{stem}.xmp"), format!("{file}.xmp")].into_iter().chain((2..).map(|n| format!("{stem} {n}.xmp")));
    let mut free = names.filter(|name| taken.insert(name.to_lowercase()));
    free.next().unwrap_or_default()
}

/// The sidecars of a roll in an archive, each called as its file.
///
/// # Errors
/// Where they can't be written.
pub fn sidecars(roll: &[FrameOut]) -> Result<Vec<u8>, RollError> {
    let mut archive = ZipWriter::new(Cursor::new(Vec::new()));
    let mut taken = HashSet::new();
    for frame in roll {
        archive.start_file(sidecar(&frame.file, &mut taken), SimpleFileOptions::default())?;
        archive.write_all(&xmp(frame)?)?;
    }
    Ok(archive.finish()?.into_inner())
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn sidecars_are_called_as_their_files_and_none_takes_anothers_name() {
        let mut taken = HashSet::new();
        let names = ["LOFT1.JPG", "LOFT1.DNG", "loft1.tif", "../up.jpg", ".jpg"].map(|file| sidecar(file, &mut taken));
        assert_eq!(names, ["LOFT1.xmp", "LOFT1.DNG.xmp", "loft1.tif.xmp", "_up.xmp", "frame.xmp"]);
    }

    #[test]
    fn no_cell_is_a_formula() {
        assert_eq!((cell("=1+1").as_str(), cell("best").as_str(), cell("-1").as_str()), ("'=1+1", "best", "'-1"));
    }
}
