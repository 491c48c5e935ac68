//! The picture that lies in a raw file: cameras put a JPEG into it, for their own screen.
//!
//! Source: TIFF 6.0 (directories, tags 254 to 279), TIFF/EP (tag 330, directories below a directory), Exif (tags 513 and 514). Only directories are read
//! here; the JPEG itself is read as any other.

/// Directories that are looked at, at most: cameras have about five.
const MOST_DIRECTORIES: usize = 32;
/// Fields of one of them, at most.
const MOST_FIELDS: usize = 512;

/// The tags that say where a JPEG lies, and what else there is.
mod tag {
    pub(super) const COMPRESSION: u16 = 259;
    pub(super) const PHOTOMETRIC: u16 = 262;
    pub(super) const STRIP_OFFSETS: u16 = 273;
    pub(super) const STRIP_LENGTHS: u16 = 279;
    pub(super) const BELOW: u16 = 330;
    pub(super) const JPEG_OFFSET: u16 = 513;
    pub(super) const JPEG_LENGTH: u16 = 514;
}

/// A TIFF file, read with care.
struct Tiff<'a> {
    bytes: &'a [u8],
    little: bool,
}

/// What is known of a directory.
#[derive(Default)]
struct Directory {
    compression: u32,
    photometric: u32,
    strips: Vec<u32>,
    lengths: Vec<u32>,
    below: Vec<u32>,
    jpeg: Option<u32>,
    jpeg_length: Option<u32>,
    next: u32,
}

impl Tiff<'_> {
    fn two(&self, at: usize) -> Option<u16> {
        let bytes = self.bytes.get(at..at.checked_add(2)?)?.try_into().ok()?;
        Some(if self.little { u16::from_le_bytes(bytes) } else { u16::from_be_bytes(bytes) })
    }

    fn four(&self, at: usize) -> Option<u32> {
        let bytes = self.bytes.get(at..at.checked_add(4)?)?.try_into().ok()?;
        Some(if self.little { u32::from_le_bytes(bytes) } else { u32::from_be_bytes(bytes) })
    }

    /// The whole numbers of the field at `at`: of two or four bytes, at most 64 of them.
    fn numbers(&self, at: usize) -> Vec<u32> {
        let read = || {
            let (kind, count) = (self.two(at + 2)?, usize::try_from(self.four(at + 4)?).ok()?.min(64));
            let size = match kind {
                3 => 2,
                4 | 13 => 4,
                _ => return None,
            };
            let first = if count * size <= 4 { at + 8 } else { usize::try_from(self.four(at + 8)?).ok()? };
            let one = |n: usize| if size == 2 { self.two(first + n * size).map(u32::from) } else { self.four(first + n * size) };
            (0..count).map(one).collect::<Option<Vec<u32>>>()
        };
        read().unwrap_or_default()
    }

    fn directory(&self, at: u32) -> Option<Directory> {
        let at = usize::try_from(at).ok()?;
        let fields = usize::from(self.two(at)?).min(MOST_FIELDS);
        let mut found = Directory::default();
        for field in (0..fields).map(|n| at + 2 + 12 * n) {
            let numbers = || self.numbers(field);
            let first = || numbers().first().copied();
            match self.two(field)? {
                tag::COMPRESSION => found.compression = first().unwrap_or_default(),
                tag::PHOTOMETRIC => found.photometric = first().unwrap_or_default(),
                tag::STRIP_OFFSETS => found.strips = numbers(),
                tag::STRIP_LENGTHS => found.lengths = numbers(),
                tag::BELOW => found.below = numbers(),
                tag::JPEG_OFFSET => found.jpeg = first(),
                tag::JPEG_LENGTH => found.jpeg_length = first(),
                _ => {}
            }
        }
        found.next = self.four(at + 2 + 12 * fields).unwrap_or_default();
        Some(found)
    }
}

impl Directory {
    /// Where its JPEG lies, and how long it is. One that is kept as several strips is no picture by itself.
    fn jpeg(&self) -> Option<(u32, u32)> {
        let whole = self.jpeg.zip(self.jpeg_length);
        let strip = match (self.compression, self.strips.as_slice(), self.lengths.as_slice()) {
            (6 | 7, [at], [length]) => Some((*at, *length)),
            _ => None,
        };
        whole.or(strip)
    }

    /// Whether it holds what a sensor saw, and no picture: by a colour filter (32803), or one value a colour of its own (34892).
    const fn is_of_a_sensor(&self) -> bool {
        matches!(self.photometric, 32803 | 34892)
    }
}

/// What a raw file holds.
pub(crate) enum Inside<'a> {
    /// It is no raw file.
    Nothing,
    /// Its largest JPEG, where there is any.
    Preview(Option<&'a [u8]>),
}

/// Looks into a file. Files that begin as a TIFF with other numbers than its own (cameras do) are raw files too.
pub(crate) fn inside(file: &[u8]) -> Inside<'_> {
    let little = match file.get(..2) {
        Some(b"II") => true,
        Some(b"MM") => false,
        _ => return Inside::Nothing,
    };
    let tiff = Tiff { bytes: file, little };
    let is_plain = matches!(tiff.two(2), Some(42 | 43));
    let mut open: Vec<u32> = tiff.four(4).into_iter().collect();
    let mut seen: Vec<u32> = Vec::new();
    let (mut of_a_sensor, mut found): (bool, Option<&[u8]>) = (!is_plain, None);
    while let Some(at) = open.pop() {
        if at == 0 || seen.contains(&at) || seen.len() >= MOST_DIRECTORIES {
            continue;
        }
        seen.push(at);
        let Some(directory) = tiff.directory(at) else { continue };
        of_a_sensor |= directory.is_of_a_sensor();
        if let Some((from, length)) = directory.jpeg()
            && let (Ok(from), Ok(length)) = (usize::try_from(from), usize::try_from(length))
            && let Some(jpeg) = file.get(from..from.saturating_add(length))
            && jpeg.starts_with(&[0xff, 0xd8])
            && found.is_none_or(|before| before.len() < jpeg.len())
        {
            found = Some(jpeg);
        }
        open.extend(directory.below.iter().chain([&directory.next]));
    }
    if of_a_sensor { Inside::Preview(found) } else { Inside::Nothing }
}
