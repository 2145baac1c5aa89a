#include "calc/json.h"

namespace usherwright::calc {

std::string printed(const Json& json) { return json.dump(1, ' ', false, Json::error_handler_t::replace) + "\n"; }

}  // namespace usherwright::calc
