//! What an operator says: on the command line, else in the environment, else in a file of settings.

use clap::{Args, Parser, Subcommand, ValueEnum};
use patient_sparrow::Registration;
use serde::Deserialize;
use std::net::SocketAddr;
use std::path::{Path, PathBuf};

/// A field book for a few beds, served as a web page.
#[derive(Debug, Parser)]
#[command(version)]
pub struct Arguments {
    /// A file of settings; each is named as here without the dashes before it, and counts where it is not given here or in
    /// the environment.
    #[arg(long, env = "SPARROW_SETTINGS", global = true, value_name = "FILE")]
    settings: Option<PathBuf>,
    /// Serve invented households, which everybody may enter, and let everybody make an account.
    #[arg(long)]
    pub demo: bool,
    /// The port of 127.0.0.1 to listen on, in place of --listen; 0 takes 8017 when it is free, else any.
    #[arg(long, default_value_t = 0, value_name = "N")]
    pub port: u16,
    #[command(flatten)]
    pub given: Given,
    #[command(subcommand)]
    pub verb: Option<Verb>,
}

/// Settings, as far as they are given.
#[derive(Debug, Default, PartialEq, Args, Deserialize)]
#[serde(default, deny_unknown_fields, rename_all = "kebab-case")]
pub struct Given {
    /// The database to use; without it a PostgreSQL of its own is started in the data folder.
    #[arg(long, env = "DATABASE_URL", hide_env_values = true, global = true, value_name = "URL")]
    pub database: Option<String>,
    /// The folder of that PostgreSQL; `.data` when it is not said.
    #[arg(long, env = "SPARROW_DATA", global = true, value_name = "FOLDER")]
    pub data: Option<PathBuf>,
    /// Where people reach it, for the links it prints.
    #[arg(long, env = "SPARROW_ADDRESS", global = true, value_name = "URL")]
    pub address: Option<String>,
    /// The address and port to listen on.
    #[arg(long, env = "SPARROW_LISTEN", global = true, value_name = "ADDRESS:PORT")]
    pub listen: Option<SocketAddr>,
    /// Who may make an account; the first one anybody may.
    #[arg(long, env = "SPARROW_REGISTRATION", value_name = "WHO")]
    pub registration: Option<Who>,
    /// Whether cookies are sent over TLS only. Without it they are, except while it listens on loopback.
    #[arg(long, env = "SPARROW_SECURE_COOKIES", value_name = "YES", value_parser = clap::builder::BoolishValueParser::new())]
    pub secure_cookies: Option<bool>,
    /// The header in which a proxy in front of it names the address of whoever asks, such as X-Forwarded-For; only with such a proxy.
    #[arg(long, env = "SPARROW_PROXY_HEADER", value_name = "NAME")]
    pub proxy_header: Option<String>,
    /// How many days changes can be looked up; without it they are kept for good.
    #[arg(long, env = "SPARROW_KEEP_CHANGES", value_name = "DAYS")]
    pub keep_changes: Option<u32>,
    /// A folder for a backup a day; without it none is made.
    #[arg(long, env = "SPARROW_BACKUPS", value_name = "FOLDER")]
    pub backups: Option<PathBuf>,
    /// How many of those backups are kept; fourteen when it is not said.
    #[arg(long, env = "SPARROW_KEEP_BACKUPS", value_name = "N", value_parser = clap::value_parser!(u32).range(1..))]
    pub keep_backups: Option<u32>,
    /// An address and port of its own on which figures about the server are told, as Prometheus reads them.
    #[arg(long, env = "SPARROW_METRICS", value_name = "ADDRESS:PORT")]
    pub metrics: Option<SocketAddr>,
    /// How the log on standard error is written.
    #[arg(long, env = "SPARROW_LOG", global = true, value_name = "FORM")]
    pub log: Option<Log>,
}

/// Who may make an account.
#[derive(Debug, Clone, Copy, PartialEq, Eq, ValueEnum, Deserialize)]
#[serde(rename_all = "lowercase")]
pub enum Who {
    /// Anybody.
    Open,
    /// Whoever was invited into a garden, or given a link by `patient-sparrow invite`.
    Invitation,
    /// Whoever was given such a link.
    Closed,
}

impl From<Who> for Registration {
    fn from(who: Who) -> Self {
        match who {
            Who::Open => Registration::Open,
            Who::Invitation => Registration::Invitation,
            Who::Closed => Registration::Closed,
        }
    }
}

/// How the log is written.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, ValueEnum, Deserialize)]
#[serde(rename_all = "lowercase")]
pub enum Log {
    /// For people.
    #[default]
    Text,
    /// A JSON object a line.
    Json,
}

/// What is done in place of serving.
#[derive(Debug, Subcommand)]
pub enum Verb {
    /// Print a link that sets a new password for an account, once, within a day.
    ResetPassword {
        /// The account's name.
        name: String,
    },
    /// Print a link by which one account may be made, once, within a week.
    Invite,
    /// Copy everything into a file, while the server goes on.
    Backup {
        /// The file; one that is there is replaced once the new one is whole.
        file: PathBuf,
    },
    /// Bring everything back from such a file into a database that holds nothing yet, and prove that each garden is the same.
    Restore {
        /// The file.
        file: PathBuf,
    },
    /// Ask a server that runs here whether it is ready; it is no success when it is not.
    Health,
    /// Write the data folder's database into a new one, of the newest PostgreSQL that is installed; the old one is kept.
    Renew,
}

impl Arguments {
    /// What was said, the file of settings included.
    pub fn said() -> Result<Arguments, String> {
        let mut arguments = Arguments::parse();
        if let Some(path) = &arguments.settings {
            arguments.given = arguments.given.over(read(path)?);
        }
        Ok(arguments)
    }
}

/// A file of settings.
pub fn read(path: &Path) -> Result<Given, String> {
    let text = std::fs::read_to_string(path).map_err(|error| format!("the settings in {}: {error}", path.display()))?;
    toml::from_str(&text).map_err(|error| format!("the settings in {}: {error}", path.display()))
}

impl Given {
    /// These, and where one is not given, what else was said of it.
    fn over(self, else_: Given) -> Given {
        Given {
            database: self.database.or(else_.database),
            data: self.data.or(else_.data),
            address: self.address.or(else_.address),
            listen: self.listen.or(else_.listen),
            registration: self.registration.or(else_.registration),
            secure_cookies: self.secure_cookies.or(else_.secure_cookies),
            proxy_header: self.proxy_header.or(else_.proxy_header),
            keep_changes: self.keep_changes.or(else_.keep_changes),
            backups: self.backups.or(else_.backups),
            keep_backups: self.keep_backups.or(else_.keep_backups),
            metrics: self.metrics.or(else_.metrics),
            log: self.log.or(else_.log),
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use clap::CommandFactory;

    /// A file of the project.
    fn file(name: &str) -> PathBuf {
        Path::new(env!("CARGO_MANIFEST_DIR")).join("../..").join(name)
    }

    #[test]
    fn the_example_names_every_setting_once_and_can_be_read() {
        let text = std::fs::read_to_string(file("packaging/settings.toml")).expect("it is there");
        // Most of it is commented out, as each has its usual value.
        let all: String =
            text.lines().map(|line| line.strip_prefix("#: ").unwrap_or(line)).map(|line| format!("{line}\n")).collect();
        let table: toml::Table = toml::from_str(&all).expect("it can be read");
        let read: Given = toml::from_str(&all).expect("every name and value is known");
        assert!(read.database.is_some() && read.metrics.is_some());
        let command = Arguments::command();
        let not_settings = ["settings", "demo", "port", "help", "version"];
        let known = command.get_arguments().filter_map(|argument| argument.get_long());
        let mut known: Vec<&str> = known.filter(|name| !not_settings.contains(name)).collect();
        let mut named: Vec<&str> = table.keys().map(String::as_str).collect();
        known.sort_unstable();
        named.sort_unstable();
        assert_eq!(known, named);
    }

    /// The arguments of a line that starts the program.
    fn started_with(words: &[&str]) -> Arguments {
        assert_eq!(words[0], "/usr/local/bin/patient-sparrow");
        Arguments::try_parse_from(words).expect("it is understood")
    }

    #[test]
    fn the_service_starts_the_program_as_it_can_be_started_and_no_setting_is_named_twice() {
        let text = std::fs::read_to_string(file("packaging/patient-sparrow.service")).expect("it is there");
        let mut section = "";
        let mut seen = std::collections::BTreeSet::new();
        for line in text.lines().filter(|line| !line.is_empty() && !line.starts_with('#')) {
            match line.strip_prefix('[').and_then(|line| line.strip_suffix(']')) {
                Some(name) => section = name,
                None => {
                    let (name, value) = line.split_once('=').expect("a setting");
                    assert!(!value.is_empty() && seen.insert((section, name)), "{line}");
                }
            }
        }
        let sections: std::collections::BTreeSet<&str> = seen.iter().map(|(section, _)| *section).collect();
        assert!(sections.into_iter().eq(["Install", "Service", "Unit"]));
        let start = text.lines().find_map(|line| line.strip_prefix("ExecStart=")).expect("it starts something");
        let arguments = started_with(&start.split(' ').collect::<Vec<_>>());
        assert!(arguments.settings.is_some() && arguments.verb.is_none());
    }

    #[test]
    fn the_container_is_made_of_what_is_there_and_starts_the_program_as_it_can_be_started() {
        let text = std::fs::read_to_string(file("packaging/Containerfile")).expect("it is there");
        let mut lines = text.lines().filter(|line| !line.is_empty() && !line.starts_with('#'));
        assert!(lines.next().is_some_and(|line| line.starts_with("FROM ")));
        let mut starts = None;
        for line in lines {
            let (instruction, rest) = line.split_once(' ').expect("an instruction and what it is of");
            let words = |rest: &str| serde_json::from_str::<Vec<String>>(rest).expect("a list");
            match instruction {
                "COPY" if !rest.starts_with("--from=") => {
                    let all: Vec<&str> = rest.split(' ').collect();
                    let from = &all[..all.len() - 1];
                    assert!(!from.is_empty() && from.iter().all(|name| file(name).exists()), "{line}");
                }
                "ENTRYPOINT" => starts = Some(words(rest)),
                "HEALTHCHECK" => {
                    let asks = words(rest.split_once("CMD ").expect("a command").1);
                    let asks = started_with(&asks.iter().map(String::as_str).collect::<Vec<_>>());
                    assert!(matches!(asks.verb, Some(Verb::Health)));
                }
                known => assert!(
                    ["FROM", "WORKDIR", "RUN", "COPY", "USER", "VOLUME", "EXPOSE", "STOPSIGNAL"].contains(&known),
                    "{line}"
                ),
            }
        }
        let starts = starts.expect("it starts something");
        let arguments = started_with(&starts.iter().map(String::as_str).collect::<Vec<_>>());
        assert_eq!(arguments.given.listen, Some(SocketAddr::from(([0, 0, 0, 0], 8017))));
    }

    #[test]
    fn the_command_line_counts_more_than_the_file() {
        let folder = std::env::temp_dir().join(format!("sparrow-settings-{}.toml", std::process::id()));
        std::fs::write(&folder, "data = '/var/lib/a'\nlisten = '127.0.0.1:8090'\nregistration = 'open'\n").expect("written");
        let from_file = read(&folder).expect("it can be read");
        let line = Arguments::try_parse_from(["patient-sparrow", "--data", "/var/lib/b"]).expect("it is understood").given;
        let given = line.over(from_file);
        assert_eq!(given.data.as_deref(), Some(Path::new("/var/lib/b")));
        assert_eq!(given.registration, Some(Who::Open));
        std::fs::write(&folder, "data = '/var/lib/a'\nlistens = '127.0.0.1:8090'\n").expect("written");
        let said = read(&folder).expect_err("there is no such setting");
        assert!(said.contains("line 2") && said.contains("listens"), "{said}");
        std::fs::remove_file(&folder).expect("removed");
    }
}
