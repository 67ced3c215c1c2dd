// The members of forms, which fields hide if they are named like them (`elements`, `reset`):
// https://html.spec.whatwg.org/multipage/forms.html#the-form-element (LegacyOverrideBuiltIns)

export const controlsOf = (form) => Reflect.get(HTMLFormElement.prototype, "elements", form);
export const resetForm = (form) => HTMLFormElement.prototype.reset.call(form);
