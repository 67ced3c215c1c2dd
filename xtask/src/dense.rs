//! Rearranges a WebAssembly module so that it compresses better.
//!
//! Compression only finds repetitions within a limited distance. Functions are therefore grouped by type
//! and sorted by their code, so that similar ones become neighbours. The hashes at the end of import names,
//! which do not compress, are removed, as are sections that only tools read.

use crate::Result;
use std::convert::Infallible;
use wasm_encoder::reencode::{Error, Reencode, utils};
use wasm_encoder::{CodeSection, FunctionSection, ImportSection, Module};
use wasmparser::{CustomSectionReader, FunctionBody, Import, Imports, Parser, Payload, TypeRef};

/// The name of an import without the hash at its end, if there is one.
pub(crate) fn plain(name: &str) -> &str {
    match name.rsplit_once('_') {
        Some((name, hash)) if hash.len() == 16 && hash.bytes().all(|b| b.is_ascii_hexdigit()) => {
            name
        }
        _ => name,
    }
}

/// Rearranges a module.
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
    /// The number of imported functions, which keep their indices.
    imports: u32,
    /// The new index of each function.
    places: Vec<u32>,
    /// Types and bodies in the new order.
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
