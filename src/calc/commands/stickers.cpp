// Stickers.
#include "calc/command.h"
#include "calc/json.h"

namespace usherwright::calc {

Command stickersCommand() {
  return {"stickers", "what is stuck on the packs",
          [](const Plan& plan, const Assessment&) {
            std::string out;
            for (const Pack& p : plan.packs)
              for (const Sticker& s : p.stickers) out += p.id + ": " + s.says + "\n";
            return out;
          },
          [](const Plan& plan, const Assessment&) {
            return printed(Json{{"packs", plan.packs.size()}});
          }};
}

}  // namespace usherwright::calc
