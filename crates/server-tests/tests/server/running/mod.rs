//! The program as an operator runs it: started, killed, backed up, brought back, measured.

mod backups;
mod durable;
mod figures;
