// Findings and workings: what the application notices, why, what to do, and how a figure came about.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/plan/fields.h"

namespace usherwright {

enum class Severity : std::uint8_t { Stop, Mind, Note };
std::string_view severityWord(Severity severity);

/// One input of a working.
struct WorkingInput {
  std::string symbol;
  std::string words;
  std::string value;   ///< with its unit
  std::string source;  ///< "label", "measured", … or "computed"
};

/// How a figure came about, so that it can be checked by hand.
struct Working {
  std::string title;
  std::string formula;
  std::vector<WorkingInput> inputs;
  std::string result;
  std::string method;  ///< the source of the method

  std::string text() const;  ///< copyable
};

/// An action that edits the plan.
struct Fix {
  std::string words;
  std::vector<std::pair<std::string, FieldValue>> edits;  ///< pointer and value
};
/// Carries it out. What a cure sets is decided, not read: numbers get the provenance catalogue and lose the values that
/// stood beside them. Errors as of an entry.
Expected<Plan> withFix(const Plan& plan, const Fix& fix);

struct Finding {
  std::string id;  ///< "WIRE-04"
  Severity severity = Severity::Note;
  Station station = Station::Bike;
  std::string part;                 ///< "stock", "joint", "controller", …
  std::string pointer;              ///< the field to go to, "" if none
  std::vector<std::string> fields;  ///< all fields that it is about, if there are several
  std::string sentence;             ///< one plain sentence with the numbers in it
  std::string why;
  std::string what;           ///< what to do
  std::vector<Fix> fixes;     ///< one click each, carried out and assessed: each of them helps
  std::vector<Fix> untried;   ///< the same before anybody has carried them out: not to be offered
  std::vector<Fix> remedies;  ///< what `what` says with figures, as edits: a test carries them out
  Working working;
  double headline = 0.0;  ///< the figure an acceptance is tied to; larger is worse
  std::string element;    ///< id of the element it blames, "" if none
  std::optional<std::string> acceptedBecause;
  std::optional<std::string> lapsed;  ///< was accepted for this reason, for other fields, a better figure, or without a date
  bool counted = true;                ///< false: shown, but no shape on the rail (SAFE-01)

  std::string key() const { return id + "@" + part; }
};

/// What it is about: its fields, else its pointer.
std::vector<std::string> fieldsOf(const Finding& finding);
/// What is kept when a person accepts it on a day (YYYY-MM-DD).
/// An acceptance holds until the headline figure is this much worse.
inline constexpr double acceptedUpTo = 1.10;
Acceptance acceptanceOf(const Finding& finding, std::string reason, std::string when);

}  // namespace usherwright
