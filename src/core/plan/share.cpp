// What is taken out.
#include "core/plan/share.h"

namespace usherwright {
namespace {

constexpr const char* unnamed = "a competent person who is known to the owner";

void withoutName(std::string& words) {
  if (!words.empty()) words = unnamed;
}

void withoutNotes(Plan& plan) {
  for (Ride& r : plan.rides.edit()) r.note.clear();
  for (LogEntry& e : plan.log.edit()) {
    e.note.clear();
    withoutName(e.releasedBy);
  }
  for (StepRecord& s : plan.build.done.edit()) s.note.clear();
  for (Arrival& a : plan.build.arrivals.edit()) a.note.clear();
  for (Handwork& h : plan.build.handwork.edit()) h.note.clear();
  for (Fastener& f : plan.build.fasteners.edit()) f.note.clear();
  for (Warranty& w : plan.warranties) w.receipt.clear();
  for (Claim& c : plan.claims) c.by.clear();
  for (Pack& p : plan.packs) withoutName(p.competence);
  for (Option& o : plan.options) o.note.clear();
  for (KeptPack& k : plan.kept) k.note.clear();
  for (auto& [pointer, entry] : plan.provenance) {
    entry.note.clear();
    for (Alternative& other : entry.also) other.note.clear();
  }
  for (auto& [key, accepted] : plan.accepted)
    if (!accepted.reason.empty()) accepted.reason = "accepted by the owner for a reason of their own";
}

void withoutPlaces(Plan& plan) {
  for (Route& r : plan.routes) {
    r.track = {};
    for (RouteStop& s : r.stops) s.place.clear();
  }
  for (KeptPack& k : plan.kept) k.place.clear();
}

}  // namespace

Plan shared(const Plan& plan, const ShareWish& wish) {
  Plan out = plan;
  if (!wish.privateThings) out.privateThings.clear();
  if (!wish.notes) withoutNotes(out);
  if (!wish.places) withoutPlaces(out);
  out.photos = {};  // their files stay where they are
  for (KeptPack& k : out.kept) k.plan = Shared<Plan>(shared(*k.plan, wish));
  for (Option& o : out.options) o.plan = Shared<Plan>(shared(*o.plan, wish));
  return out;
}

}  // namespace usherwright
