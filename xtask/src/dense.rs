//! A wasm file as it compresses best.
//!
//! A file is compressed on its way, and compression finds again only what is near. So functions of one
//! type stand together, sorted by their code: those that begin alike become neighbours. Imports have names
//! without the hash at their ends, which compresses not at all and keeps apart what is one here, and what only
//! tools read is left out.

use crate::Result;
use std::convert::Infallible;
use wasm_encoder::reencode::{Error, Reencode, utils};
use wasm_encoder::{CodeSection, FunctionSection, ImportSection, Module};
use wasmparser::{CustomSectionReader, FunctionBody, Import, Imports, Parser, Payload, TypeRef};

/// The name of an import without the hash that it ends in, if it does.
pub(crate) fn plain(name: &str) -> &str {
    match name.rsplit_once('_') {
        Some((name, hash)) if hash.len() == 16 && hash.bytes().all(|b| b.is_ascii_hexdigit()) => {
            name
        }
        _ => name,
    }
}

/// The same module, so written.
pub(crate) fn dense(wasm: &[u8]) -> Result<Vec<u8>> {
    let mut imports = 0;
    let mut types = Vec::new();
    let mut bodies: Vec<FunctionBody> = Vec::new();
    for payload in Parser::new(0).parse_all(wasm) {
        match payload? {
            Payload::ImportSection(section) => {
                for import in section.into_imports() {
                    imports += u32::from(matches!(import?.ty, TypeRef::Func(_)));
                }
            }
            Payload::FunctionSection(section) => {
                types = section.into_iter().collect::<std::result::Result<_, _>>()?;
            }
            Payload::CodeSectionEntry(body) => bodies.push(body),
            _ => {}
        }
    }
    let mut functions: Vec<(u32, FunctionBody)> = types.into_iter().zip(bodies).collect();
    let mut order: Vec<usize> = (0..functions.len()).collect();
    order.sort_by_key(|at| (functions[*at].0, functions[*at].1.as_bytes()));
    let mut places: Vec<u32> = vec![0; order.len()];
    for (place, at) in (imports..).zip(&order) {
        places[*at] = place;
    }
    functions = order.iter().map(|at| functions[*at].clone()).collect();
    let mut module = Module::new();
    Sorted { imports, places, functions }.parse_core_module(&mut module, Parser::new(0), wasm)?;
    Ok(module.finish())
}

struct Sorted<'a> {
    /// How many functions come before ours; they stay where they are.
    imports: u32,
    /// Where each function goes.
    places: Vec<u32>,
    /// Types and bodies in their new order.
    functions: Vec<(u32, FunctionBody<'a>)>,
}

impl Reencode for Sorted<'_> {
    type Error = Infallible;

    fn function_index(&mut self, function: u32) -> std::result::Result<u32, Error> {
        let own = function.checked_sub(self.imports);
        Ok(own.map_or(function, |own| self.places[own as usize]))
    }

    fn parse_imports(
        &mut self,
        imports: &mut ImportSection,
        all: Imports<'_>,
    ) -> std::result::Result<(), Error> {
        let Imports::Single(at, import) = all else {
            return utils::parse_imports(self, imports, all);
        };
        let import = Import { name: plain(import.name), ..import };
        utils::parse_imports(self, imports, Imports::Single(at, import))
    }

    fn parse_custom_section(
        &mut self,
        _: &mut Module,
        _: CustomSectionReader<'_>,
    ) -> std::result::Result<(), Error> {
        Ok(())
    }

    fn parse_function_section(
        &mut self,
        functions: &mut FunctionSection,
        _: wasmparser::FunctionSectionReader<'_>,
    ) -> std::result::Result<(), Error> {
        for (kind, _) in &self.functions {
            functions.function(*kind);
        }
        Ok(())
    }

    fn parse_code_section(
        &mut self,
        code: &mut CodeSection,
        _: wasmparser::CodeSectionReader<'_>,
    ) -> std::result::Result<(), Error> {
        for (_, body) in self.functions.clone() {
            self.parse_function_body(code, body)?;
        }
        Ok(())
    }
}
