use actix_web::{get, web};
use ink_lamp_core::strobe::Unit;
use ink_lamp_store::Store;

use crate::problem::Problem;

/// Units that lights of earlier sittings had, the one used last first: to be taken again without typing.
#[utoipa::path(tag = "board", responses((status = 200, description = "The units", body = [Unit]), (status = 503, description = "Record out of reach", body = Problem)))]
#[get("/units")]
pub async fn units(store: web::Data<Store>) -> Result<web::Json<Vec<Unit>>, Problem> {
    let mut units: Vec<Unit> = Vec::new();
    for row in store.sittings("", false).await? {
        for unit in row.setup.lights.into_iter().filter_map(|l| l.unit) {
            if !units.iter().any(|u| u.name == unit.name) {
                units.push(unit);
            }
        }
    }
    Ok(web::Json(units))
}
