// Places of labels.
#include "core/label/places.h"

#include <fmt/format.h>

#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/sizes.h"

namespace usherwright {
namespace {

using S = LabelSubject;

bool isOfPack(S s) { return s == S::Board || s == S::Cell || s == S::Fuse; }

/// Gives out indices: those that no label was read of first, then new ones.
class Dealer {
 public:
  Dealer(std::vector<bool> labelled, std::size_t most) : labelled_(std::move(labelled)), most_(most) {}
  void take(std::size_t i) {
    if (i >= most_) return;
    if (labelled_.size() <= i) labelled_.resize(i + 1, false);
    labelled_[i] = true;
  }
  std::optional<std::size_t> next() {
    for (std::size_t i = 0; i < labelled_.size(); ++i)
      if (!labelled_[i]) {
        labelled_[i] = true;
        return i;
      }
    if (labelled_.size() >= most_) return std::nullopt;
    labelled_.push_back(true);
    return labelled_.size() - 1;
  }

 private:
  std::vector<bool> labelled_;
  std::size_t most_;
};

std::vector<bool> labelledPacks(const Plan& plan) {
  std::vector<bool> out;
  for (const Pack& p : plan.packs) out.push_back(p.labelVoltage || p.labelCharge || p.labelEnergy);
  return out;
}

std::vector<bool> labelledChargers(const Plan& plan) {
  std::vector<bool> out;
  for (std::size_t j = 0; j < plan.chargers.size(); ++j)
    out.push_back(plan.chargers[j].output && provenanceOf(plan, fmt::format("/chargers/{}/output_V", j)) != Provenance::Assumed);
  return out;
}

}  // namespace

std::vector<Known<LabelPlace>> placesFor(const Plan& plan, const std::vector<Unplaced>& labels) {
  Dealer packs(labelledPacks(plan), mostPacks), chargers(labelledChargers(plan), mostEntries);
  for (const Unplaced& label : labels) {
    if (label.said && label.said->subject == S::Pack) packs.take(label.said->index);
    if (label.said && label.said->subject == S::Charger) chargers.take(label.said->index);
  }
  std::vector<Known<LabelPlace>> out;
  std::optional<std::size_t> lastPack;
  if (!plan.packs.empty()) lastPack = 0;
  for (const auto& [subject, said] : labels) {
    Known<LabelPlace> place = said;
    if (said) {
      if (said->subject == S::Pack) lastPack = said->index;
    } else if (subject == S::Pack) {
      if (const auto k = packs.next()) place = LabelPlace{S::Pack, *k};
      if (place) lastPack = place->index;
    } else if (subject == S::Charger) {
      if (const auto j = chargers.next()) place = LabelPlace{S::Charger, *j};
    } else if (subject && isOfPack(*subject)) {
      if (lastPack) place = LabelPlace{*subject, *lastPack};
    } else if (subject && (*subject != S::Accessory || !plan.bike.accessories.empty())) {
      place = LabelPlace{*subject, 0};
    }
    out.push_back(place);
  }
  return out;
}

Expected<Plan> withPlace(const Plan& plan, const LabelPlace& place) {
  Plan next = plan;
  if (place.subject == S::Pack || isOfPack(place.subject)) {
    if (place.index >= mostPacks)
      return unexpected("label", fmt::format("pack number {}", place.index + 1), fmt::format("at most {} packs", mostPacks));
    while (next.packs.size() <= place.index) next = withNewPack(next);
  }
  if (place.subject == S::Charger) {
    if (place.index >= mostEntries)
      return unexpected("label", fmt::format("charger number {}", place.index + 1), fmt::format("at most {} chargers", mostEntries));
    while (next.chargers.size() <= place.index) next = *withNew(next, "/chargers");
  }
  return next;
}

}  // namespace usherwright
