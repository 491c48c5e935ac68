//! What is counted of the server's work, in Prometheus' text format.

use std::time::Duration;

use prometheus::{Encoder, Error, HistogramOpts, HistogramVec, IntCounterVec, IntGauge, Opts, Registry, TEXT_FORMAT, TextEncoder};

/// Upper ends of the classes of latency, seconds.
const CLASSES: [f64; 11] = [0.001, 0.0025, 0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1.0, 2.5];

/// What is counted.
#[derive(Debug)]
pub struct Metrics {
    registry: Registry,
    requests: IntCounterVec,
    seconds: HistogramVec,
    refused: IntCounterVec,
    gauges: Vec<(Gauge, IntGauge)>,
}

/// What goes up and down.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Gauge {
    /// Heavy answers that are worked on.
    Working,
    /// Heavy answers that wait for a seat.
    Waiting,
    /// Connections to the database.
    Connections,
    /// Those of them that nobody uses.
    IdleConnections,
    /// Browsers that follow changes.
    Followers,
    /// Free room where the record lies, bytes; −1 where that is not known.
    FreeBytes,
    /// When the last backup in the folder of backups was made, seconds since 1970; 0 where there is none.
    LastBackup,
}

/// Why somebody was sent away.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Refused {
    /// A field is wrong, or what is asked for can't be.
    Request,
    /// It comes from another page or under another name.
    Foreign,
    /// Too much is done at once.
    Busy,
}

impl Refused {
    /// Why an answer sent somebody away, if it did.
    #[must_use]
    pub const fn of(status: u16) -> Option<Self> {
        match status {
            403 | 421 => Some(Self::Foreign),
            400..=499 => Some(Self::Request),
            503 => Some(Self::Busy),
            _ => None,
        }
    }

    const fn name(self) -> &'static str {
        match self {
            Self::Request => "request",
            Self::Foreign => "foreign",
            Self::Busy => "busy",
        }
    }
}

impl Metrics {
    /// Everything at nought.
    ///
    /// # Errors
    /// Where two are called the same.
    pub fn new() -> Result<Self, Error> {
        let registry = Registry::new();
        let of = &["method", "path"];
        let requests = IntCounterVec::new(Opts::new("ink_lamp_requests_total", "Requests answered"), &["method", "path", "status"])?;
        let classes = HistogramOpts::new("ink_lamp_request_seconds", "From a request to its answer").buckets(CLASSES.to_vec());
        let seconds = HistogramVec::new(classes, of)?;
        let refused = IntCounterVec::new(Opts::new("ink_lamp_refused_total", "Requests that were sent away"), &["why"])?;
        for why in [Refused::Request, Refused::Foreign, Refused::Busy] {
            refused.with_label_values(&[why.name()]);
        }
        registry.register(Box::new(requests.clone()))?;
        registry.register(Box::new(seconds.clone()))?;
        registry.register(Box::new(refused.clone()))?;
        let gauges = [
            (Gauge::Working, "ink_lamp_work_running", "Heavy answers that are worked on"),
            (Gauge::Waiting, "ink_lamp_work_waiting", "Heavy answers that wait for a seat"),
            (Gauge::Connections, "ink_lamp_database_connections", "Connections to the database"),
            (Gauge::IdleConnections, "ink_lamp_database_connections_idle", "Connections to the database that nobody uses"),
            (Gauge::Followers, "ink_lamp_followers", "Browsers that follow changes"),
            (Gauge::FreeBytes, "ink_lamp_disk_free_bytes", "Free room where the record lies; -1 where that is not known"),
            (Gauge::LastBackup, "ink_lamp_last_backup_seconds", "When the last backup was made, since 1970; 0 where there is none"),
        ];
        let registered = gauges.into_iter().map(|(which, name, help)| {
            let gauge = IntGauge::new(name, help)?;
            registry.register(Box::new(gauge.clone()))?;
            Ok((which, gauge))
        });
        let gauges = registered.collect::<Result<_, Error>>()?;
        Ok(Self { registry, requests, seconds, refused, gauges })
    }

    /// Counts an answer. `path` is the route's pattern, so that there are as many as there are routes.
    pub fn answered(&self, method: &str, path: &str, status: u16, took: Duration) {
        self.requests.with_label_values(&[method, path, &status.to_string()]).inc();
        self.seconds.with_label_values(&[method, path]).observe(took.as_secs_f64());
        if let Some(why) = Refused::of(status) {
            self.refused.with_label_values(&[why.name()]).inc();
        }
    }

    /// Sets what goes up and down.
    pub fn set(&self, which: Gauge, value: i64) {
        if let Some((_, gauge)) = self.gauges.iter().find(|(gauge, _)| *gauge == which) {
            gauge.set(value);
        }
    }

    /// All of it as text, and that text's media type.
    ///
    /// # Errors
    /// Where it can't be written.
    pub fn text(&self) -> Result<(String, &'static str), Error> {
        let mut text = Vec::new();
        TextEncoder::new().encode(&self.registry.gather(), &mut text)?;
        Ok((String::from_utf8_lossy(&text).into_owned(), TEXT_FORMAT))
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn what_was_counted_stands_in_the_text() {
        let metrics = Metrics::new().unwrap();
        metrics.answered("GET", "/api/setups/{id}", 200, Duration::from_millis(4));
        metrics.answered("POST", "/api/ways", 503, Duration::from_millis(4));
        metrics.set(Gauge::Followers, 12);
        let (text, _) = metrics.text().unwrap();
        for line in [
            r#"ink_lamp_requests_total{method="GET",path="/api/setups/{id}",status="200"} 1"#,
            r#"ink_lamp_request_seconds_bucket{method="GET",path="/api/setups/{id}",le="0.005"} 1"#,
            r#"ink_lamp_request_seconds_bucket{method="GET",path="/api/setups/{id}",le="0.0025"} 0"#,
            r#"ink_lamp_refused_total{why="busy"} 1"#,
            r#"ink_lamp_refused_total{why="request"} 0"#,
            "ink_lamp_followers 12",
        ] {
            assert!(text.lines().any(|l| l == line), "{line} in {text}");
        }
    }
}
