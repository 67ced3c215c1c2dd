//! The elements and the command's pages in a real browser.

mod agree;
mod answers;
mod choosing;
mod controls;
mod dates;
mod devices;
mod documented;
mod drawn;
mod elements;
mod embedding;
mod every;
mod form;
mod heard;
mod living;
mod loading;
mod looks;
mod native;
mod native_fields;
mod rows;
mod sending;
mod sheets;
mod speed;
mod support;
mod texts;
mod tree;
mod typing;
