//! What assistive technology is given.

use super::Page;
use fantoccini::elements::ElementRef;
use fantoccini::wd::WebDriverCompatibleCommand;
use serde_json::{Value as Json, json};

impl Page {
    /// The controls in an element for assistive technology: role, name and value of each, in order.
    pub async fn tree(&self, css: &str) -> Vec<String> {
        const ROLES: [&str; 9] = [
            "slider",
            "switch",
            "checkbox",
            "group",
            "spinbutton",
            "combobox",
            "button",
            "listbox",
            "textbox",
        ];
        let document =
            self.devtools("DOM.getDocument", json!({ "depth": -1, "pierce": true })).await;
        let query = json!({ "nodeId": document["root"]["nodeId"], "selector": css });
        let node = self.devtools("DOM.querySelector", query).await["nodeId"].clone();
        let found = self.devtools("Accessibility.queryAXTree", json!({ "nodeId": node })).await;
        let text = |value: &Json| match value {
            Json::String(text) => text.clone(),
            Json::Null => String::new(),
            other => other.to_string(),
        };
        let described = |node: &Json| {
            let role = text(&node["role"]["value"]);
            let property = |name: &str| {
                let all = node["properties"].as_array().into_iter().flatten();
                let mut found = all.filter(|property| property["name"] == name);
                found.next().map(|property| text(&property["value"]["value"])).unwrap_or_default()
            };
            let value = [text(&node["value"]["value"]), property("checked")];
            let value = value.into_iter().rfind(|value| !value.is_empty()).unwrap_or_default();
            let name = text(&node["name"]["value"]);
            ROLES
                .contains(&role.as_str())
                .then(|| format!("{role} {name:?} {value}").trim_end().to_owned())
        };
        found["nodes"].as_array().into_iter().flatten().filter_map(described).collect()
    }

    /// The descriptions in an element for assistive technology.
    pub async fn descriptions(&self, css: &str) -> Vec<String> {
        let document =
            self.devtools("DOM.getDocument", json!({ "depth": -1, "pierce": true })).await;
        let query = json!({ "nodeId": document["root"]["nodeId"], "selector": css });
        let node = self.devtools("DOM.querySelector", query).await["nodeId"].clone();
        let found = self.devtools("Accessibility.queryAXTree", json!({ "nodeId": node })).await;
        let nodes = found["nodes"].as_array().into_iter().flatten();
        nodes.filter_map(|node| Some(node["description"]["value"].as_str()?.to_owned())).collect()
    }

    /// Fails unless axe-core finds no violations, in both color schemes.
    pub async fn expect_accessible(&self) {
        for scheme in ["light", "dark"] {
            self.scheme(scheme).await;
            assert_eq!(self.axe().await, "", "{scheme}");
        }
    }

    /// The violations reported by axe-core for the page; empty if there are none.
    pub async fn axe(&self) -> String {
        let folder = env!("CARGO_MANIFEST_DIR");
        let path =
            std::path::Path::new(folder).join("../../target/npm/node_modules/axe-core/axe.min.js");
        let install = "npm install --no-save --prefix target/npm axe-core@4.14.1";
        let axe = std::fs::read_to_string(&path)
            .unwrap_or_else(|error| panic!("{}: {error}; install it: {install}", path.display()));
        self.client
            .execute(&format!("if (!window.axe) {{ {axe}; window.axe = axe; }}"), Vec::new())
            .await
            .expect("axe-core runs");
        self.get(
            "(await axe.run(document, { resultTypes: ['violations'] })).violations.map((found) => `${found.id}: ${found.nodes.slice(0, 3)
               .map((node) => node.target.flat().join(' ') + ' ' + node.failureSummary.replaceAll(/\\s+/g, ' ')).join(' | ')} (${found.nodes.length})`).join('\\n')",
        )
        .await
    }

    /// The role and the name of the part of this element that receives the focus, for assistive technology.
    pub async fn role_and_name(&self, css: &str) -> (String, String) {
        let part = format!("return {};", Self::part(css, "[data-focus]"));
        let part = self.client.execute(&part, Vec::new()).await.expect("a part");
        let id = part.as_object().and_then(|part| part.values().next()).and_then(Json::as_str);
        let element = ElementRef::from(id.expect("the id of a part").to_owned());
        let ask = async |what| {
            let answer = self.client.issue_cmd(Computed { element: element.clone(), what }).await;
            answer.expect("a computed property").as_str().unwrap_or_default().to_owned()
        };
        (ask("computedrole").await, ask("computedlabel").await)
    }
}

/// WebDriver's "get computed role" and "get computed label".
#[derive(Debug)]
struct Computed {
    element: ElementRef,
    what: &'static str,
}

impl WebDriverCompatibleCommand for Computed {
    fn endpoint(
        &self,
        base: &url::Url,
        session: Option<&str>,
    ) -> Result<url::Url, url::ParseError> {
        let session = session.unwrap_or_default();
        base.join(&format!("session/{session}/element/{}/{}", self.element.as_ref(), self.what))
    }

    fn method_and_body(&self, _: &url::Url) -> (http::Method, Option<String>) {
        (http::Method::GET, None)
    }
}
