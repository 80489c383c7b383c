//! How is what is kept as JSON read in ten years? Each row says in which version its documents are told; one step leads from each version
//! to the next, on the JSON, so that a step stays right whatever becomes of today's types.

use crate::StoreError;
use serde::de::DeserializeOwned;
use serde_json::Value;

/// The documents in a column of one table.
pub(crate) struct Document {
    /// What they are, for whoever cannot read one.
    what: &'static str,
    /// From version 1 to 2, and so on.
    steps: &'static [fn(&mut Value)],
}

impl Document {
    pub(crate) const fn new(what: &'static str, steps: &'static [fn(&mut Value)]) -> Self {
        Document { what, steps }
    }

    /// The version in which they are written.
    pub(crate) const fn version(&self) -> i16 {
        self.steps.len() as i16 + 1
    }

    /// A document of some version, in the words of today.
    ///
    /// # Errors
    /// When it is of a version nobody knows, or cannot be read.
    pub(crate) fn read<T: DeserializeOwned>(&self, mut stored: Value, version: i16) -> Result<T, StoreError> {
        let known = 1..=self.version();
        if !known.contains(&version) {
            let latest = self.version();
            return Err(StoreError::Other(format!("{} of version {version}; {latest} is the latest known here", self.what)));
        }
        self.steps.iter().skip(version as usize - 1).for_each(|step| step(&mut stored));
        serde_json::from_value(stored).map_err(|error| StoreError::Other(format!("{} of version {version}: {error}", self.what)))
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use serde_json::json;

    /// A jar that was once told in litres, and before that by its name alone.
    const JARS: Document = Document::new("a jar", &[|jar| *jar = json!({ "litres": jar.clone() }), millilitres]);

    fn millilitres(jar: &mut Value) {
        let litres = jar["litres"].as_f64().unwrap_or_default();
        *jar = json!({ "ml": litres * 1000.0 });
    }

    #[test]
    fn a_document_of_each_version_is_read_step_by_step_and_one_from_tomorrow_is_not_guessed_at() {
        for (version, stored) in [(1, json!(0.5)), (2, json!({ "litres": 0.5 })), (3, json!({ "ml": 500.0 }))] {
            let read: Value = JARS.read(stored, version).expect("it is known");
            assert_eq!(read, json!({ "ml": 500.0 }), "version {version}");
        }
        for version in [-1, 0, 4] {
            let refused = JARS.read::<Value>(json!(1), version).expect_err("nobody knows it").to_string();
            assert!(refused.contains(&format!("a jar of version {version}; 3 is the latest")), "{refused}");
        }
        let refused = JARS.read::<u8>(json!(0.5), 1).expect_err("it is no number").to_string();
        assert!(refused.starts_with("a jar of version 1: "), "{refused}");
    }
}
